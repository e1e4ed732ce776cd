/** A printable document as plain data: whoever draws it on paper decides fonts and pages. */
export interface ReportTable {
  head: readonly string[];
  rows: readonly (readonly string[])[];
  /** Shares of the width; equal where absent. */
  widths?: readonly number[];
  /** Columns of figures, which are set flush right. */
  right?: readonly number[];
}
export interface ReportSection {
  heading: string;
  paragraphs?: readonly string[];
  table?: ReportTable;
  /** Begins on a page of its own. */
  newPage?: boolean;
}
export interface ReportDocument {
  title: string;
  lines: readonly string[];
  sections: readonly ReportSection[];
}
