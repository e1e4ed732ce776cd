import type { Transmission } from '../../machine/mechanics';
import { ratioOf } from '../../drivetrain/transmission';
import { printNumber } from '../../units/print';

/** A wrong setting that makes every distance come out by one ratio. */
export interface WrongSetting {
  /** Measured over commanded that it gives. */
  ratio: number;
  /** What was chosen wrongly, and where to look. */
  text: string;
}

/** How near a measured ratio must lie to one of a wrong setting to be named after it, as a share. */
const NEAR = 0.006;
/** Starts that screws are made with. */
const STARTS = [1, 2, 3, 4, 5, 6, 8, 10];

/**
 * Wrong settings that are common enough to be asked for before anything is called a calibration.
 *
 * Every ratio is (true travel of a pulse)/(travel of a pulse by the file). A drive that makes fewer pulses a revolution than
 * the file has goes further; a motor of 1.8° where 0.9° is entered goes twice as far; a lead that is entered as the pitch
 * of a screw with n starts counts the starts twice, so the axis goes 1/n of the way.
 */
function wrongSettings(t: Transmission | undefined, lathe: boolean): WrongSetting[] {
  const both = (ratio: number, more: string, less: string): WrongSetting[] => [
    { ratio, text: more },
    { ratio: 1 / ratio, text: less },
  ];
  const pulses = (ratio: number, there: string, file: string): WrongSetting[] =>
    both(
      ratio,
      `The drive counts ${there} pulses a revolution where ${file} are entered.`,
      `The drive counts ${file} pulses a revolution where ${there} are entered.`,
    );
  const list = [
    ...both(
      2,
      'The drive is set to half the pulses a revolution that the file has.',
      'The drive is set to twice the pulses a revolution that the file has.',
    ),
    ...both(
      2,
      'The motor makes 1.8° a step where 0.9° is entered.',
      'The motor makes 0.9° a step where 1.8° is entered.',
    ),
    ...both(
      4,
      'The drive is set to a quarter of the pulses a revolution that the file has.',
      'The drive is set to four times the pulses a revolution that the file has.',
    ),
    ...both(
      8,
      'The drive is set to an eighth of the pulses a revolution that the file has.',
      'The drive is set to eight times the pulses a revolution that the file has.',
    ),
    ...both(25.4, 'The control takes the figures as inches.', 'The control takes inches as millimetres.'),
    ...pulses(1.25, '1 600', '2 000'),
    ...pulses(1.28, '5 000', '6 400'),
    ...pulses(1.6, '2 000', '3 200'),
  ];
  if (lathe)
    list.push(
      ...both(
        2,
        'The control takes X as a radius where it is a diameter.',
        'The control takes X as a diameter where it is a radius.',
      ),
    );
  if (!t) return list;
  if (t.kind === 'screw') {
    list.push(
      ...both(
        5.08 / 5,
        'The pitch is an inch pitch of 5.08 mm (five to the inch) where 5 mm are entered.',
        'The pitch is 5 mm where an inch pitch of 5.08 mm is entered.',
      ),
    );
    for (const n of STARTS)
      if (n !== t.starts)
        list.push({
          ratio: n / t.starts,
          text: `The screw has ${n === 1 ? 'one start' : `${n} starts`} where ${t.starts === 1 ? 'one is' : `${t.starts} are`} entered.`,
        });
    if (t.starts > 1)
      list.push({
        ratio: 1 / t.starts,
        text: `The lead was entered as the pitch: with ${t.starts} starts the file takes the lead for ${t.starts} times what it is.`,
      });
  }
  const r = ratioOf(t);
  if (r !== 1)
    list.push(
      { ratio: r, text: 'The reduction is entered, and the motor drives without one.' },
      {
        ratio: r * r,
        text: `The reduction is entered upside down: ${printNumber(r, 4)} where it is ${printNumber(1 / r, 4)}.`,
      },
    );
  return list;
}

/**
 * The wrong settings that a measured ratio points at, the nearest first; none where it looks like an honest error. Such
 * a ratio is never calibrated away. `spread`: half width of the ratio's own interval.
 */
export function wrongSettingsFor(
  ratio: number,
  spread: number,
  t: Transmission | undefined,
  lathe = false,
): WrongSetting[] {
  const distance = (w: WrongSetting) => Math.abs(ratio / w.ratio - 1);
  return wrongSettings(t, lathe)
    .filter(
      (w) => distance(w) <= Math.min(0.05, Math.max(w.ratio > 0.95 && w.ratio < 1.05 ? 0.0015 : NEAR, spread / ratio)),
    )
    .sort((a, b) => distance(a) - distance(b));
}
