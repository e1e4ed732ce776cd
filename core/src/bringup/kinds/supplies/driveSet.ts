import { choice, count, counted, measured, numberOf, reading, textOf } from '../../reading';
import { driverAt, drives } from '../../subjects';
import type { BringUpTest, Proposal } from '../../testKind';
import { trimmerOf } from '../../../drivetrain/driverSetup';
import { isPlugIn } from '../../../machine/parts';
import { printNumber, showValue } from '../../../units/print';
import { baseValue } from '../../../units/quantity';
import { travelPerRevolution } from '../../../drivetrain/transmission';

const CURRENT_NEAR = 0.08;

export const driveSet: BringUpTest = {
  kind: 'drive-set',
  version: 1,
  phase: 'supplies and logic',
  title: 'Drive set',
  purpose:
    'Current and pulses a revolution are set before the motor has power: too much current burns it, other pulses make every distance wrong.',
  caution: 'Set the switches with the power off. Most drivers read them only when they start.',
  minutes: 3,
  subjects: (m) => drives(m).filter((s) => driverAt(m, s)),
  after: () => ['seating'],
  dependsOn: (m, s) => {
    const driver = driverAt(m, s)!;
    return [`parts.${driver.id}.setup`, `parts.${driver.id}.data.switches`, `axes.${s.axis}.drives.${s.drive}.driver`];
  },
  steps: (m, s, display) => {
    const { part } = driverAt(m, s)!;
    const { setup } = part;
    const volts = isPlugIn(part) ? trimmerOf(part)?.volts : undefined;
    return [
      `Read ${isPlugIn(part) ? 'the jumpers under it' : 'its switches, or its display,'} against Settings: ${setup.stepsPerRevolution ? `${printNumber(setup.stepsPerRevolution, 7)} pulses a revolution` : 'pulses a revolution are not in the file yet'}${setup.peakCurrent ? `, ${showValue(baseValue(setup.peakCurrent), 'current', display, 3)} peak` : ''}.`,
      isPlugIn(part)
        ? 'Take it out of its socket only with the power off, and put it back the same way round.'
        : 'Look at every switch on its own, with a pen: a finger hides what it has moved.',
      ...(volts === undefined
        ? []
        : [
            `Measure the voltage at its trimmer against 0 V, with the motor connected and at rest: ${showValue(volts, 'voltage', display, 3)} is that current. Turn it with a plastic screwdriver.`,
          ]),
    ];
  },
  fields: (m, s) => [
    count('pulses', 'Pulses a revolution that it is set to', [1, 10_000_000]),
    ...(driverAt(m, s)!.part.setup.peakCurrent
      ? [reading('current', 'Peak current that it is set to', 'current', [0.05, 60])]
      : []),
    choice(
      'idle',
      'Current at rest',
      { reduced: 'reduced', full: 'full', unknown: 'cannot be determined' },
      { optional: true },
    ),
  ],
  judge(r, { m, s, display }) {
    const { id, part } = driverAt(m, s)!;
    const pulses = numberOf(r, 'pulses');
    const wanted = part.setup.stepsPerRevolution;
    const current = numberOf(r, 'current');
    const wantedA = part.setup.peakCurrent && baseValue(part.setup.peakCurrent);
    const says: string[] = [];
    const proposals: Proposal[] = [];
    if (wanted !== undefined && pulses !== wanted) {
      says.push(
        `It is set to ${printNumber(pulses, 7)} pulses a revolution; the file has ${printNumber(wanted, 7)}: every distance would come out ${printNumber(wanted / pulses, 4)} times as long.`,
      );
      proposals.push(
        {
          label: `Its switches were set to ${printNumber(wanted, 7)}`,
          why: 'Everything that is calculated from it is then right.',
          rework: {
            subject: `parts.${id}.setup`,
            text: `${part.designation} set to ${wanted} pulses a revolution`,
            fixes: (f) => f.kind === 'other-pulses' && f.axis === s.axis,
          },
        },
        ...(Number.isInteger(pulses)
          ? [
              {
                label: `Take ${printNumber(pulses, 7)} into the file`,
                why: 'Scale, speeds and pulse rates follow.',
                command: {
                  name: 'set-field' as const,
                  args: { path: `parts.${id}.setup.stepsPerRevolution`, value: pulses },
                },
              },
            ]
          : []),
      );
    }
    if (wantedA !== undefined && Number.isFinite(current) && Math.abs(current - wantedA) > CURRENT_NEAR * wantedA) {
      says.push(
        `It is set to ${showValue(current, 'current', display, 3)}; the file has ${showValue(wantedA, 'current', display, 3)}.`,
      );
      proposals.push({
        label: 'Its current was set as the file has it',
        why: 'Torque and heat were worked out for that.',
        rework: { subject: `parts.${id}.setup`, text: `${part.designation}: current set`, fixes: () => false },
      });
    }
    if (says.length) return { verdict: 'failed', says, proposals };
    return {
      verdict: 'passed',
      says: [
        `Set as the file has it${textOf(r, 'idle') === 'full' ? '; it keeps full current at rest, so motor and driver get warmer than they need' : ''}.`,
      ],
    };
  },
  rehearse(bench, s) {
    const { part } = driverAt(bench.made, s)!;
    const m = bench.motor(s.axis!, s.drive!);
    const t = bench.truth.design.axes[s.axis!]!.transmission;
    const turn = t ? travelPerRevolution(t, '') : undefined;
    const pulses = Math.round(Math.abs((turn?.known ? turn.value : m.travelPerRev) / m.travelPerPulse));
    const { peakCurrent } = part.setup;
    return {
      pulses: counted(pulses),
      ...(peakCurrent ? { current: measured(baseValue(peakCurrent), 'current') } : {}),
      idle: 'reduced',
    };
  },
};
