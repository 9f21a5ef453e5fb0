/** What lies in a backup's folder. */
export const DATABASE = 'database.sql.gz';
export const FILES = 'files';
export const ABOUT = 'about.json';

export interface About {
  what: 'Jolly Compass backup';
  made: string;
  /** the step of the schema it was made at; a program that knows it goes on from there */
  lastStep: string;
  files: number;
}
