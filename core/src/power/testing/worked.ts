import type { DriveFigures } from '../../drivetrain/speed';

/** A drive with the figures of the worked example: 4.2 A, 0.9 Ω at 20 °C (1.1122 at 80 °C), 0.6 N·m at 600 rpm. */
export const worked = (rpm: number): DriveFigures =>
  ({
    motorRpmAtWanted: { known: true, value: rpm },
    torque: {
      known: true,
      value: {
        acceleration: 0,
        motor: { curve: { kind: 'stepper', circuit: { peakA: 4.2 }, windingOhm: 0.9 * (1 + 0.00393 * 60) } },
        load: {
          load: {
            massKg: 0,
            tiltRad: 0,
            frictionCoefficient: 0,
            cuttingN: 0,
            counterbalanceN: 0,
            travelMm: 5,
            efficiency: 1,
            dragNm: 0.6,
            ratio: 1,
            ratioEfficiency: 1,
            motorInertiaKgm2: 1e-4,
            rotatingInertiaKgm2: 0,
          },
        },
      },
    },
  }) as unknown as DriveFigures;
