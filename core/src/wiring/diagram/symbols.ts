import { isHandSwitch } from '../../machine/designation';
import { isPlug, type Part } from '../../machine/parts';

/** What a part is drawn as: a graphical symbol after IEC 60617, or a plain box with its function. */
export const symbols = [
  'motor-steps',
  'motor-three-phase',
  'motor-direct-current',
  'supply',
  'drive',
  'controller',
  'contactor',
  'relay',
  'breaker',
  'switch-mains',
  'fuse-strip',
  'strip',
  'earth',
  'filter',
  'inlet',
  'contact-nc',
  'contact-no',
  'button-stop',
  'button',
  'sensor',
  'lamp',
  'fan',
  'valve',
  'encoder',
  'probe',
  'plug',
  'cable-screen',
  'computer',
  'box',
] as const;
export type Symbol = (typeof symbols)[number];

/** The symbol of a part, from its class and what is in it. */
export function symbolOf(part: Part): Symbol {
  const { data } = part;
  switch (data.class) {
    case 'motor':
      return data.type === 'servo' ? 'motor-three-phase' : 'motor-steps';
    case 'spindle':
      return Object.values(part.terminals).some((t) => t.role === 'phase-u')
        ? 'motor-three-phase'
        : 'motor-direct-current';
    case 'supply':
      return 'supply';
    case 'stepper-driver':
    case 'servo-drive':
    case 'spindle-drive':
      return 'drive';
    case 'controller':
    case 'input-board':
      return 'controller';
    case 'contactor':
      return 'contactor';
    case 'relay':
      return 'relay';
    case 'breaker':
      return isHandSwitch(part) ? 'switch-mains' : 'breaker';
    case 'fuse':
      return 'fuse-strip';
    case 'terminal-strip':
      if (Object.values(part.terminals).some((t) => t.role === 'protective-earth')) return 'earth';
      return data.ratedCurrent ? 'fuse-strip' : 'strip';
    case 'filter':
      return 'filter';
    case 'connector':
      return isPlug(data) ? 'plug' : 'inlet';
    case 'switch':
      return part.setup.contactUsed === 'NO' ? 'contact-no' : 'contact-nc';
    case 'button':
      return data.latching ? 'button-stop' : 'button';
    case 'sensor':
      return 'sensor';
    case 'lamp':
      return 'lamp';
    case 'fan':
    case 'vacuum':
    case 'pump':
      return 'fan';
    case 'valve':
    case 'brake':
      return 'valve';
    case 'encoder':
    case 'encoder-divider':
      return 'encoder';
    case 'gear-motor':
      return 'motor-direct-current';
    case 'probe':
      return 'probe';
    case 'cable':
      return 'cable-screen';
    case 'host-computer':
      return 'computer';
    default:
      return 'box';
  }
}
