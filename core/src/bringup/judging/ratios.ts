import type { Transmission } from '../../machine/mechanics';

/** A wrong setting that makes every distance come out by one ratio. */
export interface WrongSetting {
  /** Measured over commanded that it gives. */
  ratio: number;
  /** What was chosen wrongly, and where to look. */
  text: string;
}

/** How near a measured ratio must lie to one of a wrong setting to be named after it, as a share. */
const NEAR = 0.006;

/** Wrong settings that are common enough to be asked for before anything is called a calibration. */
function wrongSettings(t: Transmission | undefined, lathe: boolean): WrongSetting[] {
  const both = (ratio: number, more: string, less: string): WrongSetting[] => [
    { ratio, text: more },
    { ratio: 1 / ratio, text: less },
  ];
  const starts = t?.kind === 'screw' ? t.starts : 1;
  return [
    ...both(
      2,
      `The drive is set to half the pulses a revolution that the file has, or the motor makes 0.9° a step where 1.8° is entered${lathe ? ', or X is taken as a radius where it is a diameter' : ''}${t?.kind === 'screw' && starts === 1 ? ', or the screw has two starts' : ''}.`,
      `The drive is set to twice the pulses a revolution that the file has, or the motor makes 1.8° a step where 0.9° is entered${lathe ? ', or X is taken as a diameter where it is a radius' : ''}.`,
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
    ...both(25.4, 'Inches are taken for millimetres.', 'Millimetres are taken for inches.'),
    ...both(
      1.25,
      'The drive counts 1 600 pulses a revolution where 2 000 are entered, or the like: binary microsteps against decimal ones.',
      'The drive counts 2 000 pulses a revolution where 1 600 are entered, or the like: decimal microsteps against binary ones.',
    ),
    ...both(
      1.28,
      'The drive counts 5 000 pulses a revolution where 6 400 are entered: decimal microsteps against binary ones.',
      'The drive counts 6 400 pulses a revolution where 5 000 are entered: binary microsteps against decimal ones.',
    ),
    ...both(
      1.6,
      'The drive counts 2 000 pulses a revolution where 3 200 are entered: decimal microsteps against binary ones.',
      'The drive counts 3 200 pulses a revolution where 2 000 are entered: binary microsteps against decimal ones.',
    ),
    ...(t?.kind === 'rotary'
      ? []
      : both(
          5.08 / 5,
          'The pitch is an inch pitch of 5.08 mm (five to the inch) where 5 mm are entered.',
          'The pitch is 5 mm where an inch pitch of 5.08 mm is entered.',
        )),
    ...(starts > 1
      ? both(
          starts,
          `Every thread counts: the lead is ${starts} times the pitch, and was entered as the pitch already.`,
          `The screw has one start where ${starts} are entered.`,
        )
      : []),
  ];
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
