/** A place of a sheet, px at scale 1. */
export interface Point {
  x: number;
  y: number;
}

/** Places of the parts and the corners of every line. */
export interface SheetLayout {
  width: number;
  height: number;
  nodes: Record<string, Point>;
  lines: Record<string, Point[]>;
}
