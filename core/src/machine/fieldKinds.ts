import type { Dimension } from '../units/units';
import type { Axis } from './mechanics';

/** The stations that a field can stand on, as far as they exist. */
export const stations = [
  'machine',
  'drives',
  'cabinet',
  'spindle',
  'wiring',
  'switches',
  'settings',
  'bringup',
  'practice',
  'binder',
] as const;
export type Station = (typeof stations)[number];

export interface Choice {
  value: string;
  label: string;
}

export type FieldType =
  | { type: 'quantity'; dimensions: readonly Dimension[] }
  | { type: 'choice'; choices: readonly Choice[] }
  | { type: 'integer'; min: number; max: number }
  | { type: 'flag' }
  | { type: 'text' };

/** What is known of a field apart from its value: one entry serves the form, the link, the search and the change log. */
export interface FieldDescription {
  path: string;
  /** What the field belongs to, such as `X` or `-T1`; empty for the machine itself. */
  subject: string;
  label: string;
  help: string;
  /** Everyday words by which a newcomer looks for it. */
  also: string;
  /** What counts while nothing is entered; without it, an empty field is a figure that is not known. */
  whenEmpty?: string | undefined;
  /**
   * What a figure can be on a hobby machine, in base units, both ends included. A figure outside is a slip of the pen or of
   * the unit: it is refused where it is typed. The bounds are wide on purpose.
   */
  bounds?: readonly [least: number, most: number] | undefined;
  station: Station;
  kind: FieldType;
}

/** A field as the tables hold it; its kind may hang on whether the axis is linear. */
export type Definition = Omit<FieldDescription, 'path' | 'subject' | 'kind'> & {
  kind: FieldType | ((axis: Axis) => FieldType);
};

export const q = (...dimensions: Dimension[]): FieldType => ({ type: 'quantity', dimensions });
export const choice = (labels: Record<string, string>): FieldType => ({
  type: 'choice',
  choices: Object.entries(labels).map(([value, label]) => ({ value, label })),
});
export const along = (linear: Dimension, rotary: Dimension) => (axis: Axis) =>
  q(axis.motion === 'linear' ? linear : rotary);
export const position = along('length', 'angle');
export const speed = along('speed', 'angularSpeed');

export const field = (
  station: Station,
  label: string,
  kind: Definition['kind'],
  help: string,
  also = '',
): Definition => ({
  station,
  label,
  kind,
  help,
  also,
});
