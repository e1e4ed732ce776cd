import type { Display } from '../units/print';
import { showValue } from '../units/print';

/**
 * What lies on the table to be touched, its top `below` the tool: a plate; a corner with the tool `inside` its left and
 * front faces; a bore whose middle is x and y from the tool, with room of `radius` for the tool’s centre; a plate that is
 * fixed at x and y in machine position. All in mm.
 */
export type Piece = { below: number } & (
  | { kind: 'plate' }
  | { kind: 'corner'; inside: number; toolRadius: number }
  | { kind: 'bore'; x: number; y: number; radius: number }
  | { kind: 'fixed'; x: number; y: number }
);

/** What is laid there, for the hand that lays it. */
export function tellPiece(piece: Piece, display: Display): string {
  const mm = (v: number) => showValue(v, 'length', display, 4);
  switch (piece.kind) {
    case 'plate':
      return `A plate, its top ${mm(piece.below)} below the tool.`;
    case 'corner':
      return `A corner, its top ${mm(piece.below)} below the tool, its left and front faces ${mm(piece.inside)} from the tool’s middle.`;
    case 'bore':
      return `A bore around the tool: its middle ${mm(Math.abs(piece.x))} to the ${piece.x < 0 ? 'left' : 'right'} and ${mm(Math.abs(piece.y))} to the ${piece.y < 0 ? 'front' : 'back'}.`;
    case 'fixed':
      return `A plate that stays where it is, at X ${mm(piece.x)}, Y ${mm(piece.y)} in machine position, its top ${mm(piece.below)} below the tool.`;
  }
}
