import { pairedOnOneChannel } from '../../../distribution/seats';
import { seenMove, standingWords } from '../../../machine/directions';
import { motorDependencies } from '../../dependencies';
import { choice, textOf, wayPrinter } from '../../reading';
import { drives, driverAt, motorAt } from '../../subjects';
import type { BringUpTest, Proposal } from '../../testKind';

/** The first move: so short that whatever happens, nothing is reached. mm or °. */
const STEP = 2;

export const firstMove: BringUpTest = {
  kind: 'first-move',
  saysWhichWay: true,
  version: 1,
  phase: 'first motion',
  title: 'First move',
  purpose: 'One motor, one short move, one hand on the stop. A wrong direction is found here, where it costs nothing.',
  caution:
    'Transmission off where it can be: belt off, coupling open. Head propped. Stand where you reach the stop without looking.',
  minutes: 3,
  subjects: drives,
  after: (_, s) => [`enable/${s.id}`, 'stop-chain', 'input', `brake/${s.id}`],
  reliesOn: () => [],
  dependsOn: (m, s) => [...motorDependencies(m, s.axis!, s.drive!), `axes.${s.axis}.plus`, `axes.${s.axis}.carries`],
  steps: (m, s, display) => {
    const axis = m.design.axes[s.axis!]!;
    const drive = axis.drives[s.drive!]!;
    const seen = seenMove(m.design, axis, 'plus', display.stand);
    const pair = axis.drives.length > 1 ? `, with only the ${drive.side} motor coupled` : '';
    return [
      'Hand on the stop. Slowest speed.',
      `Command ${axis.letter} ${wayPrinter({ m, s, display })(STEP)} to plus${pair}.`,
      `What you should see: ${seen.text}, as you stand ${standingWords[display.stand ?? 'front']}.${axis.carries === 'workpiece' && axis.motion === 'linear' ? ' Plus is the way of the tool over the work: what carries the work goes the other way.' : ''}`,
      `With the transmission off, look at the shaft instead: it turns ${drive.turnsForPlus}, seen from its face.`,
      'Then the same back.',
    ];
  },
  fields: () => [
    choice('result', 'What happened', {
      right: 'it went as wanted, and back',
      reversed: 'it went the other way',
      hums: 'it hums or shakes, and does not turn',
      nothing: 'nothing, and the shaft is free',
      'another-axis': 'another axis moved',
    }),
  ],
  judge(r, { m, s }) {
    const drive = m.design.axes[s.axis!]!.drives[s.drive!]!;
    const driver = driverAt(m, s);
    const motor = motorAt(m, s);
    const name = driver?.part.designation ?? 'the drive';
    const rework = (text: string, kind: 'motor-reversed' | 'split-coil' | 'not-enabled'): Proposal => ({
      label: text,
      why: '',
      rework: {
        subject: `axes.${s.axis}.drives.${s.drive}`,
        text: `${s.name}: ${text.toLowerCase()}`,
        fixes: (f) => f.kind === kind && f.axis === s.axis && f.drive === s.drive,
      },
    });
    switch (textOf(r, 'result')) {
      case 'right':
        return { verdict: 'passed', says: ['It turns, and the right way.'] };
      case 'reversed':
        return {
          verdict: 'failed',
          says: [`The motor of ${s.name} turns the other way.`],
          causes: ['Two leads of one coil are swapped.', 'The direction was taken from another machine.'],
          proposals: [
            // Two motors on one channel get one direction signal: there only the leads can turn one of them round.
            ...(pairedOnOneChannel(m.design, s.axis!)
              ? []
              : [
                  {
                    label: 'Turn the direction signal round in the settings',
                    why: 'Nothing is touched at the machine, and the file then says what is really wired.',
                    command: {
                      name: 'set-field' as const,
                      args: {
                        path: `axes.${s.axis}.drives.${s.drive}.invertedInWiring`,
                        value: !drive.invertedInWiring,
                      },
                    },
                  },
                ]),
            {
              ...rework('Two leads of one coil exchanged', 'motor-reversed'),
              why: `At the plug of ${name}, power off: A+ with A−, or B+ with B−, never one of each. The file stays as it is.`,
            },
          ],
        };
      case 'hums':
        return {
          verdict: 'failed',
          says: ['It has current and does not turn.'],
          causes: [
            'A coil split over both phases.',
            'One phase open.',
            'Acceleration or start speed far too high.',
            'The axis is jammed: try it by hand, power off.',
          ],
          proposals: [
            {
              ...rework('One lead of phase A exchanged with one of phase B', 'split-coil'),
              why: `Measure first (“Coils”). Then exchange ${motor ? 'a lead of A with one of B' : 'them'} at the plug, power off.`,
            },
          ],
        };
      case 'nothing':
        return {
          verdict: 'failed',
          says: ['It gets no current.'],
          causes: ['Its enable.', 'Its supply.', 'Step pulses that do not arrive: signal common, or a swapped pair.'],
          proposals: [
            {
              ...rework('Its enable was connected', 'not-enabled'),
              why: 'The shaft was free, so there was no holding current either.',
            },
          ],
        };
      default:
        return {
          verdict: 'failed',
          says: ['Another axis moved: two motor plugs, or two signal cables, have changed places.'],
          causes: ['Two plugs swapped at the drivers.', 'Two step and direction pairs swapped at the control.'],
          proposals: [
            {
              label: 'Plugs put where they belong',
              why: 'Label both ends while you are there.',
              rework: {
                subject: `axes.${s.axis}.drives.${s.drive}`,
                text: `Plug of ${s.name} put where it belongs`,
                fixes: () => false,
              },
            },
          ],
        };
    }
  },
  rehearse(bench, s) {
    bench.on();
    const k = bench.motorsOf(s.axis!)[s.drive!]!;
    const { motors } = bench.sim.plant;
    const m = bench.motor(s.axis!, s.drive!);
    if (m.dead && motors.fed[k]) return { result: 'hums' };
    if (!motors.fed[k]) return { result: 'nothing' };
    // With the transmission off only this motor turns: the sign of one pulse, as the control gives it, is what is seen.
    const { stepsPerUnit, inverted } = bench.input.settings.axes.find((a) => a.id === s.axis)!;
    const way = m.travelPerPulse * stepsPerUnit[s.drive!]! * (inverted[s.drive!] ? -1 : 1);
    return { result: way > 0 ? 'right' : 'reversed' };
  },
};
