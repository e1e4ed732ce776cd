import type { Design } from '../machine/design';
import { listedFigure } from '../machine/library/listed';
import { spindleEncoderOf } from '../machine/spindleEncoder';
import { holdsToRpm } from '../spindle/encoderChain';
import { fieldRpm, plateOf, USUAL_SLIP } from '../spindle/plate';
import { rampFrom } from '../spindle/ramps';
import { topStage, type Rotating } from '../spindle/rotating';
import { torqueNm } from '../spindle/shaftPower';
import type { TapMachine } from '../spindle/tapping';
import type { ThreadLimits } from '../spindle/threadLimits';
import { figureOr, gather, known, mapKnown, missing, positive, type Derived } from '../units/derived';
import { pollOf } from './controllerSettings';
import { settingFigure, type Setting } from './setting';

/** The axis along the spindle: Z of every machine (ISO 841). */
const axisAlongSpindle = (axes: Design['axes']): string | undefined =>
  Object.entries(axes).find(([, a]) => a.letter === 'Z' && a.motion === 'linear')?.[0];

/** What bounds the speed of a thread on this machine, after its settings. */
export function threadLimits(design: Design, settings: readonly Setting[], r: Rotating): Derived<ThreadLimits> {
  const axisId = axisAlongSpindle(design.axes);
  const axis = axisId === undefined ? undefined : design.axes[axisId];
  if (axisId === undefined || !axis) return missing();
  const speed = settingFigure(settings, `axis/${axisId}/max-speed`);
  const acceleration = settingFigure(settings, `axis/${axisId}/acceleration`);
  if (!speed || !acceleration) return missing(`axes.${axisId}.maxSpeed`);
  const encoder = spindleEncoderOf(design);
  const board = design.roles.controller ? design.parts[design.roles.controller] : undefined;
  const counts = board ? positive(listedFigure(board, 'encoderRate'), '') : undefined;
  return known({
    axisId,
    letter: axis.letter,
    speed,
    acceleration,
    counterRpm: encoder && counts?.known ? holdsToRpm(encoder.linesSeen, encoder.ratio, counts.value) : Infinity,
    pollS: pollOf(design, undefined),
    slowest: figureOr(r.motor.data.minSpeed, 0) * Math.min(...r.stages.map((s) => s.ratio)),
    fastest: figureOr(r.motor.data.maxSpeed, 0) * topStage(r),
  });
}

/** What falls behind under full torque, rpm, and that torque, N·m; both at the motor. A servo motor keeps its speed. */
function lagOf(r: Rotating): Derived<{ rpm: number; nm: number }> {
  const at = (key: string) => `parts.${r.motorId}.data.${key}`;
  if (r.kind === 'induction')
    return mapKnown(plateOf(r.motor, r.motorId), (p) => ({
      rpm: p.slip * fieldRpm(p.hz, p.poles),
      nm: torqueNm(p.watts, p.ratedRpm),
    }));
  const all = gather({
    watts: positive(r.motor.data.power, at('power')),
    rpm: positive(r.motor.data.ratedSpeed ?? r.motor.data.maxSpeed, at('maxSpeed')),
  });
  return mapKnown(all, ({ watts, rpm }) => ({
    rpm: r.kind === 'servo' ? 0 : USUAL_SLIP * rpm,
    nm: torqueNm(watts, rpm),
  }));
}

/** What this machine brings to a tap, after its settings. A spindle without a drive, or whose ramp is not known, has no time to rest. */
export function tapMachine(design: Design, settings: readonly Setting[], r: Rotating): Derived<TapMachine> {
  const limits = threadLimits(design, settings, r);
  const lag = lagOf(r);
  const ramp = r.driveId && settingFigure(settings, `driver/${r.driveId}/deceleration-time`);
  const top = figureOr(r.motor.data.maxSpeed, 0) * r.inUse.ratio;
  return mapKnown(gather({ limits, lag }), ({ limits: l, lag: g }) => ({
    ...l,
    rampS: ramp && top > 0 ? (rpm: number) => rampFrom(rpm, ramp, top) : undefined,
    followed: spindleEncoderOf(design) !== undefined,
    lagRpm: g.rpm * r.inUse.ratio,
    fullNm: g.nm / r.inUse.ratio,
  }));
}
