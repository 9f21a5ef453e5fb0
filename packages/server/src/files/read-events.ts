import type ICAL from 'ical.js' with { 'resolution-mode': 'import' };

/**
 * The events of a calendar file (iCalendar, RFC 5545), of every calendar in it.
 * @returns null where it is no such file
 */
export async function readEvents(text: string): Promise<ICAL.Event[] | null> {
  // Published for ES modules; loaded when first needed.
  const { default: library } = await import('ical.js');
  try {
    const root = new library.Component(library.parse(text));
    const calendars = root.name === 'vcalendar' ? [root] : root.getAllSubcomponents('vcalendar');
    if (calendars.length === 0) return null;
    return calendars.flatMap((calendar) => calendar.getAllSubcomponents('vevent')).map((event) => new library.Event(event));
  } catch {
    return null;
  }
}
