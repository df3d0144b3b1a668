/** A column of a short list: what is typed or chosen of each row. */
export interface ListColumn {
  key: string;
  label: string;
  kind: 'place' | 'size' | 'signed' | 'choice';
  options?: { value: string; label: string }[];
}
