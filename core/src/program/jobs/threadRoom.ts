/** The way of a pass along Z and the depths of all of them, mm. */
export interface ThreadRoom {
  /** From the beginning of a pass to the face, and how much of it the ramp takes. */
  runIn: number;
  ramp: number;
  length: number;
  /** At the end of the thread, where the axis comes to rest and the lead is no longer true: the undercut lies there. */
  runOut: number;
  depths: number[];
}
