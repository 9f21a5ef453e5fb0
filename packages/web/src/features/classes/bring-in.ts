import { shallowRef } from 'vue';

/** What a teacher is bringing in: a file, or what was typed or pasted; kept while one looks at what it would do. */
export interface Table {
  classId: string;
  name: string | null;
  blob: Blob;
}

/** Between the box it is put into and the page that shows it. It stays in the browser until it is confirmed. */
export const table = shallowRef<Table | null>(null);
