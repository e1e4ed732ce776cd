import type { Piece } from '../../program/piece';
import type { ControllerCommand } from '../controller/commands';

/** What a person does: to the control, to its buttons and switches, to the machine itself. */
export type Act =
  | ControllerCommand
  /** A button, a door, a probe: pressed or let go by hand. */
  | { type: 'press'; device: string; down: boolean }
  /** The carriage of an axis is pushed by hand, or jolted. */
  | { type: 'shove'; axis: string; distance: number }
  /** The touch plate is laid under the tool, `below` it; a corner plate with the tool `inside` its faces. */
  | { type: 'plate'; below: number; corner: { inside: number; toolRadius: number } | undefined }
  | { type: 'lay'; piece: Piece }
  | { type: 'take-plate' }
  /** The wheel of the pendant is turned by so many edges, evenly within so long. */
  | { type: 'turn-wheel'; edges: number; seconds: number }
  /** The hand is off it, or its plug is out: what it would still have given never comes. */
  | { type: 'drop-wheel' };

/** A story that can be told again to the last bit, with the same engine on the same machine. */
export interface Recording {
  engine: number;
  seed: number;
  startShare: number | readonly number[];
  entries: { step: number; act: Act }[];
  steps: number;
}

/** Raised whenever the same acts would give another story. */
export const ENGINE = 3;
