/** A curve of a chart, in the units of its axes; `ink` is a colour of the theme. */
export interface Curve {
  name: string;
  ink: 'accent' | 'wont' | 'soft' | 'ink' | 'doubt';
  data: [number, number][];
  dashed?: boolean;
  /** Drawn as single points. */
  points?: boolean;
}
/** An upright line at a place of the x axis. */
export interface Post {
  name: string;
  at: number;
}
