import type { Program } from '../../program/program';

/** What a person tells the control. Positions and distances in mm or °, in machine position unless it says otherwise. */
export type ControllerCommand =
  | { type: 'power'; on: boolean }
  /** Moves an axis while it is said again and again; several axes may be held at once. */
  | { type: 'jog'; axis: string; direction: 1 | -1; share: number; override: boolean }
  | { type: 'release'; axis?: string }
  | { type: 'move'; axis: string; position: number }
  | { type: 'nudge'; axis: string; distance: number }
  /** Detents of a handwheel: a distance for each look, which is dropped where the axis cannot follow. */
  | { type: 'wheel'; axis: string; distance: number }
  /** What the wheel moves where no selector says so. */
  | { type: 'wheel-moves'; axis: string; stepMm: number }
  | { type: 'reference'; axes?: string[] }
  /** The answer to “which way is off?”: a short, slow move until the switch is free. */
  | { type: 'step-off'; axis: string; direction: 1 | -1 }
  /** The datum is taken where the axis stands, for a switch that has failed. */
  | { type: 'take-datum'; axis: string }
  | { type: 'acknowledge' }
  | { type: 'limits'; on: boolean }
  | { type: 'work-offset'; index: number }
  /** The work position of an axis becomes this value here. */
  | { type: 'set-work'; axis: string; value: number }
  /** A tool offset comes into force; 0: none. */
  | { type: 'tool-offset'; index: number }
  /** The tip of the tool whose offset is in force is at this work position here. */
  | { type: 'set-tool'; axis: string; value: number }
  | { type: 'touch'; touch: TouchPlan }
  | { type: 'load'; program: Program }
  /** Runs the loaded program, from a step of it where one is given. */
  | { type: 'run'; from?: number }
  | { type: 'pause' }
  | { type: 'continue' }
  | { type: 'abandon' }
  | { type: 'single-step'; on: boolean }
  | { type: 'trim'; of: 'feed' | 'rapid' | 'spindle'; share: number }
  | { type: 'spindle'; direction: 1 | -1 | 0; rpm: number }
  | { type: 'coolant'; on: boolean }
  /** The turret turns to a station. */
  | { type: 'change-tool'; tool: number }
  /** A load on an output of its own: a hot wire, a laser, a vacuum. */
  | { type: 'switch-load'; output: string; on: boolean }
  /** The host computer is gone for a moment: whatever it was moving comes to rest. */
  | { type: 'link-lost' };

/** A work zero set by touching: a plate of known thickness, the tool itself as the contact, or a plate on a corner. */
export type TouchPlan =
  | { kind: 'plate'; thickness: number; farthest: number }
  | { kind: 'tool'; axis: string; direction: 1 | -1; farthest: number }
  /** `rim`: from the plate's side faces to the work's corner; the tool stands above the plate, `inside` of its faces. */
  | { kind: 'three-faces'; thickness: number; rim: number; toolRadius: number; inside: number; farthest: number };
