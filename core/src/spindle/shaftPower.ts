/** Torque from power and speed, N·m: P/(2π · n/60). */
export const torqueNm = (watts: number, rpm: number): number => (watts * 30) / (Math.PI * rpm);
/** Power from torque and speed, W. */
export const powerW = (nm: number, rpm: number): number => (nm * Math.PI * rpm) / 30;
