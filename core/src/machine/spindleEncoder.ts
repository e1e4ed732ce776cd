import { figureOr } from '../units/derived';
import type { Design } from './design';
import type { DataOf, Part } from './parts';

/** The encoder of a spindle, and what the control sees of it. */
export interface SpindleEncoder {
  id: string;
  part: Part & { data: DataOf<'encoder'> };
  divider?: { id: string; part: Part & { data: DataOf<'encoder-divider'> } };
  /** Lines that reach the control in one revolution of the encoder: lines / divider. Not whole where the divider does not suit. */
  linesSeen: number;
  /** Revolutions of the encoder for one of the spindle. */
  ratio: number;
}

const isDivider = (part: Part): part is Part & { data: DataOf<'encoder-divider'> } =>
  part.data.class === 'encoder-divider';

/** The encoder of the spindle with the divider behind it; undefined where there is none. */
export function spindleEncoderOf({ parts, roles }: Pick<Design, 'parts' | 'roles'>): SpindleEncoder | undefined {
  const id = roles.spindleEncoder;
  const part = id === undefined ? undefined : parts[id];
  if (!id || part?.data.class !== 'encoder') return undefined;
  const encoder = part as SpindleEncoder['part'];
  const ratio = figureOr(part.setup.encoderRatio, 1);
  for (const [dividerId, p] of Object.entries(parts))
    if (isDivider(p))
      return {
        id,
        part: encoder,
        divider: { id: dividerId, part: p },
        linesSeen: part.data.lines / p.data.divider,
        ratio,
      };
  return { id, part: encoder, linesSeen: part.data.lines, ratio };
}

/** Lines that the control counts in one revolution of the spindle; 0 without an encoder. */
export function linesPerTurn(design: Pick<Design, 'parts' | 'roles'>): number {
  const found = spindleEncoderOf(design);
  return found ? found.linesSeen * found.ratio : 0;
}
