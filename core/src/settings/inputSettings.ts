import { circuitName } from '../machine/fields';
import type { Design } from '../machine/design';
import type { TerminalRef } from '../machine/ids';
import type { CircuitAnalysis } from '../switches/polarity';
import type { Derived } from '../units/derived';
import { figureOr, known, missing } from '../units/derived';
import type { Setting, SettingDraft } from './setting';

const activeChoices = [
  { value: 'high', label: 'active high' },
  { value: 'low', label: 'active low' },
];

/** The polarity that the control is set to for each input circuit, overrides included. */
export const polaritiesOf = (settings: readonly Setting[]): Record<string, 'high' | 'low' | undefined> =>
  Object.fromEntries(
    settings.flatMap((s) => {
      const circuit = /^input\/(.+)\/active-when$/.exec(s.key)?.[1];
      const value = s.value.known ? s.value.value : undefined;
      return circuit ? [[circuit, value === 'high' || value === 'low' ? value : undefined]] : [];
    }),
  );

/** Parameters of the inputs: which terminal, which reading means tripped, how long it must last. */
export function inputSettings(
  design: Pick<Design, 'circuits' | 'parts' | 'axes'>,
  inputs: Readonly<Record<string, TerminalRef>>,
  analyses: Readonly<Record<string, CircuitAnalysis>>,
): SettingDraft[] {
  return Object.entries(design.circuits).flatMap(([id, circuit]): SettingDraft[] => {
    const group = 'Inputs';
    const title = circuitName(design, id);
    const input = inputs[id];
    const part = input && design.parts[input.part];
    const analysis = analyses[id];
    const active: Derived<string> = analysis?.activeWhen
      ? known(analysis.activeWhen)
      : // Not wired yet is another cause than a circuit that says nothing.
        missing(analysis?.wired ? `circuits.${id}.feed` : 'conductors');
    const printed = part && input ? part.terminals[input.terminal]?.printed : undefined;
    return [
      {
        key: `input/${id}/terminal`,
        group,
        title: `${title}: input`,
        also: 'pin assignment',
        kind: { type: 'choice', choices: [] },
        derived: printed === undefined ? missing(`circuits.${id}.input`) : known(printed),
        formula: circuit.input ? 'chosen by hand' : 'the first free input that suits its feed',
        numbers: () => (part ? `${part.designation} ${part.name}` : ''),
      },
      {
        key: `input/${id}/active-when`,
        group,
        title: `${title}: tripped is`,
        also: 'polarity invert active low high',
        kind: { type: 'choice', choices: activeChoices },
        derived: active,
        formula: 'the reading that the evaluated circuit gives when the switch trips and not at rest',
        numbers: () =>
          analysis && !analysis.wired
            ? 'not wired yet: plan the wiring'
            : analysis
              ? `at rest ${analysis.idle.reading}, tripped ${[...new Set(analysis.tripped.map((t) => t.reading))].join(' and ')}`
              : 'no input yet',
      },
      {
        key: `input/${id}/filter`,
        group,
        title: `${title}: filter`,
        also: 'debounce',
        kind: { type: 'quantity', dimension: 'time' },
        derived: known(figureOr(circuit.filter, 0)),
        formula: circuit.filter ? 'as entered on Switches' : 'none entered',
        numbers: () => '',
      },
    ];
  });
}
