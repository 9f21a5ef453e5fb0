/** Lessons, events and reminders: their strips, sheets and what stands beside a due date. */
export { default as CalendarAddress } from './CalendarAddress.vue';
export { default as EventSheet } from './EventSheet.vue';
export { default as NextLesson } from './NextLesson.vue';
export { default as NextLessons } from './NextLessons.vue';
export { default as ReminderSheet } from './ReminderSheet.vue';
export { default as RemindersStrip } from './RemindersStrip.vue';
export { default as RoomsStrip } from './RoomsStrip.vue';
export { default as TwoWeeks } from './TwoWeeks.vue';
export { useEventTimes, useTimes } from './use-times';
