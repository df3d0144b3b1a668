/** A column of a table whose rows are typed into. */
export interface EditableColumn<R> {
  /** At its head. */
  title: string;
  /** The head is for those alone who do not see the table. */
  quiet?: boolean;
  /** What a cell is called for those who do not see the table. */
  label?: (row: R, n: number) => string;
  value?: (row: R, n: number) => string;
  /** Takes what was typed or chosen; nothing is typed where it is left out. @throws InputError */
  take?: (row: R, n: number, typed: string) => void;
  /** Whether it can be typed in a row; in all, where it is left out. */
  open?: (row: R) => boolean;
  /** Whether words are written. */
  words?: boolean;
  /** What can be chosen, in place of typing. */
  choices?: readonly { value: string; label: string }[];
  /** Whether it is so, in place of words; and takes that it is so or not. */
  checked?: (row: R) => boolean;
  check?: (row: R, n: number, on: boolean) => void;
  /** What stands behind what is typed, such as its unit. */
  after?: (row: R, n: number) => string;
}
