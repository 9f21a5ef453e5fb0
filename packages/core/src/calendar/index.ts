/**
 * School time. A class has a zone and a calendar; "one more day" is counted on the wall calendar of the
 * class, never in hours, so that a clock change moves nobody's due time. Instants go in and come out;
 * local days and wall times exist only in between.
 */
export * from './school-calendar';
export * from './zone';
