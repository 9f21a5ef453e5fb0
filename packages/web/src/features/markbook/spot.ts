/** A cell by its place: student, then column, as in the reply. */
export interface Spot {
  row: number;
  column: number;
}
/** One cell as it is to be. */
export interface Wish extends Spot {
  text: string;
  /** instead of a text: an entry of its history to put back */
  restore?: string;
  /** instead of a text: the overall remark, everything else staying as it is */
  remark?: string;
  /** the version that was looked at when it was begun; otherwise the one that is there when it is sent */
  seen?: number;
}
export const spotKey = ({ row, column }: Spot): string => `${row} ${column}`;
