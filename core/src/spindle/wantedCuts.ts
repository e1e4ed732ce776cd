import type { Stage } from '../machine/spindleStages';
import type { WantedCut } from '../machine/parts';
import { baseValue } from '../units/quantity';
import { materials, millingW, tappingNm, TO_THE_CUT, turningW } from './cutting';
import { type MotorOutput } from './output';
import { powerW, torqueNm } from './shaftPower';

/** What a cut asks for at the spindle. */
export interface CutNeed {
  watts: number;
  nm: number;
  rpm: number;
}
/** Which figures a kind of work is told by. */
const cutFigures = {
  mill: ['width', 'depth', 'feed'],
  turn: ['diameter', 'depth', 'pitch'],
  tap: ['diameter', 'pitch'],
  thread: ['pitch', 'room'],
} as const satisfies Record<WantedCut['work'], readonly (keyof WantedCut)[]>;

/** Which figures a tap is told by besides, after what holds it. */
const tapFigures = {
  rigid: ['threadDepth', 'reserve'],
  float: ['threadDepth', 'reserve', 'float'],
  reversing: ['threadDepth', 'reserve', 'float', 'backRatio'],
} as const satisfies Record<NonNullable<WantedCut['holder']>, readonly (keyof WantedCut)[]>;
type FigureKey =
  (typeof cutFigures)[keyof typeof cutFigures][number] | (typeof tapFigures)[keyof typeof tapFigures][number];
/** The figures that a kind of work is told by, besides its speed. */
export const figuresOfCut = (work: WantedCut['work'], holder: WantedCut['holder']): readonly FigureKey[] => [
  ...cutFigures[work],
  ...(work === 'tap' && holder ? tapFigures[holder] : []),
];

/** Power and torque of a cut; undefined while a figure of its kind is missing or not above zero, and for a turned thread: its cuts are light. */
export function cutNeed(
  cut: Omit<WantedCut, 'name' | 'speed'> & Partial<Pick<WantedCut, 'speed'>>,
): CutNeed | undefined {
  const v = (key: 'speed' | 'width' | 'depth' | 'feed' | 'diameter' | 'pitch') => {
    const q = cut[key];
    return q ? baseValue(q) : NaN;
  };
  const { cutForce } = materials[cut.material];
  const rpm = v('speed');
  const watts =
    cut.work === 'mill'
      ? millingW(cutForce, v('width'), v('depth'), v('feed'))
      : cut.work === 'turn'
        ? turningW(cutForce, v('depth'), v('pitch'), v('diameter'), rpm)
        : cut.work === 'tap'
          ? powerW(tappingNm(cutForce, v('diameter'), v('pitch')), rpm)
          : NaN;
  return watts > 0 && rpm > 0 ? { watts, nm: torqueNm(watts, rpm), rpm } : undefined;
}

/** A cut on one stage: what it has at that speed, and how much of it the cut takes. */
export interface StageStanding {
  stage: Stage;
  /** It turns so fast at all. */
  reached: boolean;
  /** Torque for the cut, N·m at the spindle. */
  hasNm: number;
  /** Of it; above 1 it stalls. */
  share: number;
  /** So slow that its motor is not cooled for long. */
  slow: boolean;
}
export const againstStages = (need: CutNeed, output: MotorOutput, stages: readonly Stage[]): StageStanding[] =>
  stages.map((stage) => {
    const motorRpm = need.rpm / stage.ratio;
    const reached = motorRpm <= output.topRpm;
    const hasNm = reached ? (TO_THE_CUT * output.torqueAt(motorRpm)) / stage.ratio : 0;
    return { stage, reached, hasNm, share: hasNm > 0 ? need.nm / hasNm : Infinity, slow: motorRpm < output.leastRpm };
  });
/** The stage that has most to spare. */
export const bestStage = (all: readonly StageStanding[]): StageStanding | undefined =>
  [...all].sort((a, b) => a.share - b.share)[0];
