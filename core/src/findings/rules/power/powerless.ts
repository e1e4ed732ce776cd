import type { Figures } from '../../../derivation/figureTypes';
import { coilSupply, driveSupply, logicSupply } from '../../../distribution/supplies';
import type { DeadReason } from '../../../faults/whyDead';
import { libraryOf } from '../../../machine/library/index';
import { listedFigure } from '../../../machine/library/listed';
import { figureOr } from '../../../units/derived';
import type { FindingDraft, Remedy, Rule } from '../../finding';
import { isShorted } from './railsJoined';
import { replanned } from '../../replanned';
import { usual } from '../../../machine/library/usual';

/** What stays without power when the machine is started. Before anything is wired, one finding says that: see plan-behind. */
const powerless = (
  code: string,
  what: DeadReason['what'],
  title: (name: string) => string,
  consequence: string,
  remedies: (figures: Figures, r: DeadReason) => Remedy[] = () => [],
): Rule => ({
  code,
  severity: 'wont-work',
  check: (figures) => {
    const { design, stop } = figures;
    const own = stop.dead.filter((r) => r.what === what && !r.namedBy);
    const shorted = (r: DeadReason) =>
      isShorted(
        figures,
        (r.what === 'controller'
          ? logicSupply(design)
          : r.what === 'start'
            ? coilSupply(design, r.part)
            : driveSupply(design, r.part)
        )?.id,
      );
    return own
      .filter((r) => !shorted(r))
      .map((r): FindingDraft => ({
        subject: r.part || what,
        title: title(design.parts[r.part]?.designation ?? 'The machine'),
        explain: () => `${r.text} ${consequence}`,
        station: r.station,
        field: r.field,
        remedies: remedies(figures, r),
      }));
  },
});

/** Planning helps only where the plan has something to add. */
const planAgain = ({ replanned }: Figures): Remedy[] =>
  replanned.changes.length ? [{ label: () => 'Plan the wiring', command: { name: 'plan-wiring', args: {} } }] : [];

/** A controller that nothing feeds. */
export const controllerUnpowered = powerless(
  'controller-unpowered',
  'controller',
  (name) => `${name} has no power`,
  'Nothing moves and no input is seen, here and in Practice.',
  (figures, r) => {
    const { design } = figures;
    if (r.field !== 'rails.logic.supply') return planAgain(figures);
    const controller = design.parts[r.part]!;
    const [least, most] = [
      figureOr(listedFigure(controller, 'supplyMin'), 0),
      figureOr(listedFigure(controller, 'supplyMax'), 30),
    ];
    const entry = libraryOf('supply').find((e) => {
      const v = e.data.class === 'supply' && !e.data.outputCapacitance ? figureOr(e.data.outputVoltage, 0) : 0;
      return v > 0 && v >= least && v <= most;
    });
    return entry
      ? [
          replanned(design, `Take ${entry.name} as logic supply`, {
            name: 'choose-part',
            args: { slot: { rail: 'logic', item: 'supply' }, library: entry.key },
          }),
        ]
      : [];
  },
);

/** A contactor that *Start motors* does not pull in. */
export const startDoesNothing = powerless(
  'start-does-nothing',
  'start',
  (name) => `Starting the motors does nothing: ${name} stays open`,
  'No motor gets its power.',
  (figures, r) => {
    if (r.field.startsWith('parts.') && r.station === 'switches')
      return [
        replanned(figures.design, 'Take a stop button with two contacts', {
          name: 'exchange-device',
          args: { part: r.field.split('.')[1]!, library: usual.stopButtonTwoContacts },
        }),
      ];
    return r.station === 'wiring' && r.field !== 'roles.stopContactor' ? planAgain(figures) : [];
  },
);

/** A driver that gets no motor power. */
export const driveUnfed = powerless(
  'drive-unfed',
  'driver',
  (name) => `${name} gets no motor power`,
  'Its motor has no torque.',
  (figures, r) => (r.station === 'wiring' ? planAgain(figures) : []),
);
