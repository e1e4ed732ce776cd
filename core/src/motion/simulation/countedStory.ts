/** A line of what happened at the simulated machine. */
export interface StoryLine {
  /** Time of the simulation, s. */
  t: number;
  text: string;
  harm?: boolean;
}

/** A line with how often it came: `t` is its first time, `last` its latest. */
export interface CountedLine extends StoryLine {
  times: number;
  last: number;
}

/** A line that comes again within so many others is counted; further back it is told again, since the order matters. */
const NEAR = 3;

/** The story with repeated lines counted, in the order of their first time. */
export function counted(story: readonly StoryLine[]): CountedLine[] {
  const lines: CountedLine[] = [];
  for (const line of story) {
    const same = lines.slice(-NEAR).find((l) => l.text === line.text);
    if (same) {
      same.times++;
      same.last = line.t;
    } else lines.push({ ...line, times: 1, last: line.t });
  }
  return lines;
}
