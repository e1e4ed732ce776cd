import type { Fault, Result } from '../units/result';
import { fail, ok } from '../units/result';
import type { MoveStep, ProgramMachine } from './program';
import { pointAt } from './program';
import { readProgram } from './reader';

/** A stretch of a program: how far each axis goes, and how fast along the path (mm/s); rapid without a speed. */
export interface ProgramMove {
  line: number;
  /** Signed distances by axis letter, mm or degrees. */
  distances: Record<string, number>;
  feedPerS: number | 'rapid';
}

const letters = ['X', 'Y', 'Z', 'A', 'B', 'C', 'U', 'V', 'W'];
/** An arc counts as chords of this angle at most, rad. */
const CHORD = Math.PI / 12;
/** Below this an axis does not move, mm or °. */
const STANDS = 1e-9;

/**
 * The moves of an ISO 6983 program as straight stretches, for a duty cycle: it begins at zero on every axis that there
 * could be. A feed a revolution counts as if the spindle turned once a second. Faults with line and column.
 */
export function programMoves(
  text: string,
  words: ProgramMachine['words'] = 'widespread',
): Result<ProgramMove[], Fault[]> {
  const zeros = letters.map(() => 0);
  const machine: ProgramMachine = {
    letters,
    linear: letters.map((l) => !'ABC'.includes(l)),
    diameterX: false,
    words,
    encoder: true,
    maxRpm: undefined,
  };
  const { program, faults } = readProgram(text, machine, {
    start: zeros,
    offsets: Array.from({ length: 6 }, () => zeros),
    active: 0,
  });
  if (faults.length) return fail(faults);
  let from: readonly number[] = program.start;
  return ok(
    program.steps
      .filter((s): s is MoveStep => s.kind === 'move')
      .flatMap((step) => {
        const parts = step.arc ? Math.ceil(Math.abs(step.arc.sweep) / CHORD) : 1;
        const moves: ProgramMove[] = [];
        let at = [...from];
        for (let k = 1; k <= parts; k++) {
          const next = letters.map(() => 0);
          pointAt(step, from, k / parts, next);
          const distances = Object.fromEntries(
            letters.flatMap((l, i) => (Math.abs(next[i]! - at[i]!) > STANDS ? [[l, next[i]! - at[i]!]] : [])),
          );
          moves.push({ line: step.line, distances, feedPerS: step.rapid ? 'rapid' : step.feed });
          at = next;
        }
        from = step.to;
        return moves;
      }),
  );
}

/** One stretch of an axis: how far and how fast it goes, and how long it stands while others move. */
export interface AxisStretch {
  distance: number;
  speed: number;
  standS: number;
}

/** What a program makes one axis do; `rapidPerS` is that axis's own rapid speed. */
export function stretchesOf(moves: readonly ProgramMove[], letter: string, rapidPerS: number): AxisStretch[] {
  return moves.map((m) => {
    const path = Math.hypot(...Object.values(m.distances));
    const own = Math.abs(m.distances[letter] ?? 0);
    const seconds = m.feedPerS === 'rapid' ? path / rapidPerS : path / m.feedPerS;
    return own === 0
      ? { distance: 0, speed: 0, standS: seconds }
      : { distance: own, speed: m.feedPerS === 'rapid' ? rapidPerS : (m.feedPerS * own) / path, standS: 0 };
  });
}
