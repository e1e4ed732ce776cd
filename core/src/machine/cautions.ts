import type { Part } from './parts';
import { carriesMains } from './parts';

/** What a kind of part can do to a person, in a sentence that belongs wherever it is chosen or fed; undefined where nothing is special. */
export function classCaution(part: Part): string | undefined {
  switch (part.data.class) {
    case 'heater':
      return 'It burns, and sets alight what it touches. Give it a thermal cut-out of its own, keep it in sight while it is on, and lead its wires away from what moves.';
    case 'laser':
      return 'Its light blinds at once, reflected too, and sets fire to what it cuts. Eyewear for its wavelength, a cover with an interlock, and someone beside it.';
    case 'gear-motor':
      return 'It turns as soon as its output is switched on, and it does not feel a finger. Guard what it moves.';
    case 'vacuum':
    case 'pump':
    case 'spindle':
      return carriesMains(part)
        ? 'It starts again by itself when the mains comes back while its switch is on. A switch that drops out without voltage prevents that.'
        : undefined;
    case 'spindle-drive':
      return carriesMains(part)
        ? 'Its motor terminals, and inside also its control board, may be at mains voltage, and stay so for minutes after it is switched off. Wait as long as its manual says, and measure before you touch.'
        : undefined;
    default:
      return undefined;
  }
}
