import { parentPort, workerData } from 'node:worker_threads';
import { eventsInCalendar, type CalendarQuestion } from './events-in-calendar';

void eventsInCalendar(workerData as CalendarQuestion).then((found) => parentPort!.postMessage(found));
