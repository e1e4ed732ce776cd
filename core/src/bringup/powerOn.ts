import { isUnguarded, openItemInWords, type OpenItem } from '../logbook/openItems';
import { shownFactor } from '../machine/design';
import { circuitName } from '../machine/fields';
import { parksAtMark } from '../machine/pulseSensor';
import { showPosition } from '../units/axisReading';
import { showValue, type Display } from '../units/print';
import { baseValue } from '../units/quantity';
import type { Made } from './made';

/** One line of the card that is gone through at every power-on. */
export interface PowerOnStep {
  id: string;
  text: string;
  caution?: string;
}

const PREFIX = 'power-on.';
export const powerOnSubject = (id: string): string => `${PREFIX}${id}`;

/** The card of this machine: what is still open, release the stop, check the lamps, reference, check the datum mark. */
export function powerOnCard({ design, figures }: Made, display: Display, open: readonly OpenItem[]): PowerOnStep[] {
  const stops = Object.entries(design.circuits).filter(([, c]) => c.function === 'stop');
  const daily = design.dailyChecks ?? [];
  const nameOf = (device: string) => {
    const circuit = Object.entries(design.circuits).find(([, c]) => c.devices.includes(device));
    return `${design.parts[device]?.designation ?? ''} ${circuit ? circuitName(design, circuit[0]) : ''}`.trim();
  };
  const referenced = figures.axes.filter((a) => !['none', 'absolute'].includes(a.axis.reference.method));
  return [
    {
      id: 'clear',
      text: 'Table clear, nobody within reach, cutter out or guarded.',
      caution: 'Hands out before the switch goes on.',
    },
    ...open.map((item) => ({
      id: `open-${item.id}`,
      text: `Still open: ${openItemInWords(item)}.`,
      ...(isUnguarded(item)
        ? {
            caution: 'The machine may not stop where it should: slowly, and a hand on the stop, until it is put right.',
          }
        : {}),
    })),
    { id: 'mains', text: 'Main switch on. Nothing may move, and nothing may smell.' },
    ...stops.map(([id]) => ({
      id: `stop-${id}`,
      text: `${circuitName(design, id)}: when pressed it latches and the screen shows it; when released, nothing starts.`,
    })),
    ...daily
      .filter((d) => !stops.some(([, c]) => c.devices.includes(d)))
      .map((d) => ({ id: `lamp-${d}`, text: `Press ${nameOf(d)} by hand: its lamp lights, and no other.` })),
    ...(design.roles.resetButton ? [{ id: 'start', text: 'Start button: the motors hold.' }] : []),
    ...figures.axes
      .filter((a) => parksAtMark(a.axis.reference))
      .map(({ id, axis }) => ({
        id: `park-${id}`,
        text: `${axis.letter} is parked at its mark${axis.reference.parkWindow ? `, within ±${showValue(baseValue(axis.reference.parkWindow), axis.motion === 'linear' ? 'length' : 'angle', display, 3)}` : ''}: from further away the next turn would be taken.`,
      })),
    ...(referenced.length
      ? [
          {
            id: 'reference',
            text: `Reference run, ${design.referenceStages.map((s) => s.map((a) => design.axes[a]?.letter).join(' and ')).join(', then ')}.`,
            caution: 'Hand on the stop until every axis has turned back from its switch or pulse.',
          },
        ]
      : []),
    ...figures.axes.flatMap((a) =>
      a.ruler.known
        ? [
            {
              id: `mark-${a.id}`,
              text: `${a.axis.letter} is on its datum mark, at ${showPosition(a.ruler.value.restAfterReference, { letter: a.axis.letter, linear: a.axis.motion === 'linear' }, shownFactor(design, a.axis) === 2, display)}.`,
            },
          ]
        : [],
    ),
  ];
}
