/** A class's timetable: its lessons on their days, A and B weeks, and when its live room is open. */
export * from './timetable';
