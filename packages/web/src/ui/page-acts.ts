import type { RouteLocationRaw } from 'vue-router';

/** Something one can do on a page: a way to another page, or what happens here when it is pressed. */
export interface Act {
  /** what it does, as it is read */
  title: string;
  to?: RouteLocationRaw;
  press?: () => unknown;
  disabled?: boolean;
  /** the key that does the same */
  key?: string;
}
