/** What a page is for, and the three things people do there. */
export interface PageHelp {
  is: string;
  acts: readonly [string, string, string];
}
