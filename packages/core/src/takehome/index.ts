/**
 * Names of files that a teacher takes home and brings back: `Class_Last_First_Assignment_vN.ext`, so that
 * they sort by class, student and piece. A name holds nothing that any file system refuses, no two are the
 * same even where upper and lower case are, and a file that comes back is known by it.
 */
export * from './take-home-names';
