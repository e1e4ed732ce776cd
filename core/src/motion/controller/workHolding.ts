import type { ControllerOutput } from '../../settings/controllerSettings';
import type { AxisClamps } from './axisClamps';
import type { Refusal } from './events';
import type { Shared } from './shared';
import type { SpindleRest } from './spindleRest';

/** What holds the work, and the door in front of it: neither lets go before the spindle stands. */
export class WorkHolding {
  private readonly serving: readonly ControllerOutput[];
  private readonly standstillS: number;

  constructor(
    private readonly s: Shared,
    private readonly rest: SpindleRest,
    clamps: AxisClamps,
  ) {
    this.serving = s.settings.outputs.filter((o) => o.serves !== undefined && !clamps.owns(o.id));
    this.standstillS = s.settings.spindle?.standstillS ?? 0;
    s.outputs.kept = [...clamps.outputs, ...this.serving.flatMap((o) => (o.keeps ? [o.id] : []))];
  }

  /** Why an output may not be switched now. */
  refusal(output: string, on: boolean): Refusal | undefined {
    const own = this.serving.find((o) => o.id === output);
    // Towards holding it is always allowed.
    if (!own || on === (own.keeps === true)) return undefined;
    return this.rest.stands(this.standstillS) ? undefined : 'spindle-turns';
  }
  /** Why the spindle may not turn. */
  against(): Refusal | undefined {
    const { loads } = this.s.outputs.state;
    for (const { id, serves } of this.serving) {
      if (serves === 'opens-chuck' && loads.has(id)) return 'chuck-open';
      if (serves === 'closes-chuck' && !loads.has(id)) return 'chuck-open';
      if (serves === 'unlocks-door' && loads.has(id)) return 'door-unlocked';
    }
    return undefined;
  }
}
