import type { Design } from '../machine/design';
import type { Enclosure } from '../machine/enclosure';
import type { PowerState, ReadPower } from '../power/states';
import { figureOr, positive } from '../units/derived';
import { airNeededM3h, coolingOf, flowShare, riseK } from './air';
import { heatIn, type Heat } from './losses';
import { enclosureOf } from '../machine/sitsIn';

/** The warmest that a room gets, and the warmest air that electronics bear, where nobody says, °C. */
export const USUAL_ROOM_C = 30;
export const USUAL_LIMIT_C = 45;
/** Rise for which a fan is chosen, K. */
const WANTED_RISE_K = 12;

export const warmestRoomC = (design: Pick<Design, 'warmestRoom'>): number =>
  design.warmestRoom ? figureOr(design.warmestRoom, USUAL_ROOM_C) : USUAL_ROOM_C;

/** A part against the air around it. */
export interface Bears {
  part: string;
  limitC: number;
  /** No sheet tells. */
  usual: boolean;
}
/** How warm it gets in an enclosure. */
export interface Warmth {
  box: Enclosure;
  heat: Heat;
  /** Above the room for long, K; undefined where the sizes of the box are not known. */
  riseK: number | undefined;
  /** In the warmest room, °C. */
  airC: number | undefined;
  /** The parts in it, the most delicate first. */
  bears: Bears[];
  /** Those that do not bear the air of the warmest room, for as long as the state lasts. */
  tooWarm: Bears[];
  /** Largest rise at which every part is within its limit in the warmest room, K; 0 where the room alone is too warm. */
  mostK: number;
  /** Air that keeps to that rise, or to 12 K where that is less, and the flow of a fan by its sheet, m³/h; 0 where the walls suffice. */
  airM3h: number;
  fanM3h: number;
  /** What the fan that it has brings through, m³/h; 0 without one. */
  forcedM3h: number;
}

/** How warm an enclosure gets in a state; undefined where there is no such enclosure. */
export function warmthOf(read: ReadPower, enclosure: string, state: PowerState): Warmth | undefined {
  const { design } = read;
  const boxes = design.enclosures ?? {};
  const box = Object.hasOwn(boxes, enclosure) ? boxes[enclosure]! : undefined;
  if (!box) return undefined;
  const heat = heatIn(read, enclosure, state);
  const cooling = coolingOf(box);
  const rise = cooling && riseK(cooling, heat.watts);
  const roomC = warmestRoomC(design);
  const bears = Object.entries(design.parts)
    .flatMap(([part, p]): Bears[] => {
      if (enclosureOf(design, p) !== enclosure || !('ambientMax' in p.data || heat.losses.some((l) => l.part === part)))
        return [];
      const told = positive('ambientMax' in p.data ? p.data.ambientMax : undefined, '');
      return [{ part, limitC: told.known ? told.value : USUAL_LIMIT_C, usual: !told.known }];
    })
    .sort((a, b) => a.limitC - b.limitC);
  const mostK = Math.max(0, (bears[0]?.limitC ?? USUAL_LIMIT_C) - roomC);
  const closed = cooling && riseK({ ...cooling, forcedM3h: 0, openM2: 0 }, heat.watts);
  const wanted = Math.min(mostK, WANTED_RISE_K);
  const airM3h = closed !== undefined && closed > mostK && wanted > 0 ? airNeededM3h(heat.watts, wanted) : 0;
  const airC = rise === undefined ? undefined : roomC + rise;
  return {
    box,
    heat,
    riseK: rise,
    airC,
    bears,
    tooWarm: airC === undefined ? [] : bears.filter((b) => airC > b.limitC),
    mostK,
    airM3h,
    fanM3h: airM3h / flowShare(box),
    forcedM3h: cooling?.forcedM3h ?? 0,
  };
}
