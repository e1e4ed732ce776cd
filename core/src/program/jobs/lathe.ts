interface Span {
  min: number;
  max: number;
}
interface Limits {
  speed: number;
  acceleration: number;
}

/** What a job may know of a lathe that will run it. */
export interface LatheMachine {
  /** Usable travel of the slides X and Z, mm. */
  room: { x: number; z: number };
  limits: { z: Limits };
  /** Highest speed of the spindle, which the program switches and the control counts. */
  maxRpm: number;
  /** X is programmed as a diameter. */
  diameterX: boolean;
}

/** A lathe as jobs see it, from what its control is set to; undefined where it is none, or its spindle is not counted. */
export function latheMachineOf(settings: {
  axes: readonly { letter: string; linear: boolean; envelope: Span; maxSpeed: number; acceleration: number }[];
  spindle: { maxRpm: number; speedSet: boolean; lines: number } | undefined;
  clearBy: 'X' | 'Z' | undefined;
  diameterX: boolean;
}): LatheMachine | undefined {
  const [x, z] = ['X', 'Z'].map((l) => settings.axes.find((a) => a.letter === l && a.linear));
  const { spindle } = settings;
  if (settings.clearBy !== 'X' || !x || !z || !spindle?.speedSet || !(spindle.lines > 0)) return undefined;
  const room = ({ envelope }: typeof x) => envelope.max - envelope.min;
  return {
    room: { x: room(x), z: room(z) },
    limits: { z: { speed: z.maxSpeed, acceleration: z.acceleration } },
    maxRpm: spindle.maxRpm,
    diameterX: settings.diameterX,
  };
}
