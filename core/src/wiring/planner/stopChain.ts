import { cuttingButtons, resettingContacts } from '../../distribution/feeds';
import { linesTo } from '../../distribution/lines';
import { partsSupply, resetsControl } from '../../machine/design';
import { portOf } from '../../machine/ports';
import { drivesOf } from './plannedDrives';
import { mainsProtectionA } from './mains';
import type { Planning } from './planning';
import { poleFrom } from './poles';
import { hasTorqueOff } from './power';
import { at } from './proposal';

/** The contact of the first stop button that cuts. */
function cuttingContact(p: Planning): { enter: string; leave: string; part: string } | undefined {
  for (const part of cuttingButtons(p.design)) {
    const [into, out] = ['in', 'out'].map((port) => portOf(p.design.parts[part], port)?.terminals['pole-0']);
    if (into && out) return { part, enter: into, leave: out };
  }
  return undefined;
}

/** The closing contact of each stop button joins the reset of the control to its 0 V. */
function planReset(p: Planning): void {
  const reset = p.pole('controller', 'reset-in');
  const zero = p.pole('controller', 'supply-out-minus') ?? p.pole('controller', 'supply-minus');
  if (!reset || !zero) {
    p.gaps.push({ what: 'The control has no terminal for its reset.', field: 'stopStrategy' });
    return;
  }
  const buttons = resettingContacts(p.design);
  if (!buttons.length)
    p.gaps.push({
      what: 'A stop button that holds the control in reset needs a closing contact that reports nothing.',
      field: 'stopStrategy',
    });
  for (const { part, common, closing } of buttons) {
    const wire = { colour: p.colour('control'), section: p.section({ amps: 0.02 }, 'control') };
    const name = p.design.parts[part]!.designation;
    p.add({
      ...wire,
      id: `stop-chain/${part}-reset`,
      from: reset,
      to: at(part, common),
      purpose: `Reset of the control, to the closing contact of ${name}.`,
    });
    p.add({
      ...wire,
      id: `stop-chain/${part}-return`,
      from: at(part, closing),
      to: zero,
      purpose: `${name} joins the reset to 0 V while it is pressed.`,
    });
  }
}

/**
 * The stop chain: plus through the stop button, then through a start button and the contactor’s own contact side by
 * side to its coil. Letting go of the stop button starts nothing: that takes the second act. This is planning help and
 * no certified safety function.
 */
export function planStopChain(p: Planning): void {
  const { stopStrategy } = p.design;
  if (!stopStrategy || stopStrategy === 'request-only') return;
  if (resetsControl(stopStrategy)) planReset(p);
  if (stopStrategy === 'board-reset') return;
  const stop = cuttingContact(p);
  if (!stop) {
    p.gaps.push({
      what: 'The stop button has one contact, which reports to the control; cutting power needs a second one.',
      field: 'stopStrategy',
    });
    return;
  }
  // The button parts the motor bus itself: that is led where the bus is.
  if (partsSupply(stopStrategy)) return;
  const contactor = p.holder('stopContactor');
  const drives = [
    ...new Set(
      drivesOf(p.design).flatMap((d) => (d.drive.driver && hasTorqueOff(p, d.drive.driver) ? [d.drive.driver] : [])),
    ),
  ];
  if (stopStrategy === 'torque-off' ? !drives.length : !contactor) {
    p.gaps.push(
      stopStrategy === 'torque-off'
        ? { what: 'None of the drives has an input that takes its torque off.', field: 'stopStrategy' }
        : { what: 'What the stop button cuts needs a contactor.', field: 'roles.stopContactor' },
    );
    return;
  }
  const fed =
    stopStrategy === 'torque-off'
      ? p.tree.feeds[drives[0]!]?.['torque-off']
      : (p.tree.feeds[contactor!.id]?.coil ?? p.tree.feeds[contactor!.id]?.mains);
  const onMains =
    stopStrategy !== 'torque-off' && contactor !== undefined && p.terminal(contactor.id, 'mains-l') !== undefined;
  const [plus, zero] = onMains
    ? [poleFrom(p, fed, linesTo(p.tree, { part: contactor.id, port: 'mains' })[0]!), poleFrom(p, fed, 'N')]
    : [poleFrom(p, fed, 'plus'), poleFrom(p, fed, 'minus')];
  if (!plus || !zero) {
    p.gaps.push(
      onMains
        ? {
            what: `The coil of ${contactor.part.name} runs on the mains; nothing says where that comes in.`,
            field: 'rails.mains.inlet',
          }
        : { what: 'The stop chain needs a field supply.', field: 'rails.field.supply' },
    );
    return;
  }
  const protectedA = onMains ? mainsProtectionA(p, { part: contactor.id, port: 'mains' }) : undefined;
  const shared =
    protectedA === undefined
      ? { colour: p.colour('control'), section: p.section({ amps: 0.5 }, 'control') }
      : { colour: p.colour('mains-line'), section: p.section({ amps: 0.5, protectedA }, 'mains') };
  const wire = (id: string, from: Parameters<Planning['add']>[0]['from'], to: typeof from, purpose: string) =>
    p.add({ ...shared, id: `stop-chain/${id}`, from, to, purpose });
  wire('feed', plus, at(stop.part, stop.enter), 'Feeds the stop chain.');
  const behind = at(stop.part, stop.leave);
  if (stopStrategy === 'torque-off') {
    for (const id of drives) {
      const name = p.design.parts[id]!.designation;
      wire(
        `${id}-plus`,
        behind,
        p.terminal(id, 'torque-off-plus'),
        `Torque of ${name} only while the chain is closed.`,
      );
      wire(`${id}-minus`, zero, p.terminal(id, 'torque-off-minus'), `0 V of the torque-off input of ${name}.`);
    }
    return;
  }
  if (!contactor) return;
  const coil = p.terminal(contactor.id, onMains ? 'mains-l' : 'coil-plus');
  const reset = p.holder('resetButton');
  const enter = reset && p.terminal(reset.id, 'contact-common');
  const leave = reset && p.terminal(reset.id, 'contact-no');
  if (enter && leave) {
    wire('start-in', behind, enter, 'To the start button: the second act after a stop.');
    wire('start-out', leave, coil, 'The start button pulls the contactor in.');
    wire(
      'hold-in',
      enter,
      p.terminal(contactor.id, 'contact-common'),
      'To the contactor’s own contact, beside the start button.',
    );
    wire(
      'hold-out',
      p.terminal(contactor.id, 'contact-no'),
      coil,
      'The contactor holds itself, until the chain opens.',
    );
  } else {
    p.gaps.push({
      what: 'Without a start button, letting go of the stop button would bring the power back by itself.',
      field: 'roles.resetButton',
    });
    wire('coil', behind, coil, 'The stop button holds the contactor.');
  }
  if (onMains)
    p.add({
      ...shared,
      id: 'stop-chain/return',
      colour: p.colour('mains-neutral'),
      from: p.terminal(contactor.id, 'mains-n'),
      to: zero,
      purpose: 'N of the contactor’s coil.',
    });
  else wire('return', p.terminal(contactor.id, 'coil-minus'), zero, '0 V of the contactor’s coil.');
}
