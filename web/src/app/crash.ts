import { shallowRef } from 'vue';

/** The failure that stopped the page, if any. The screen for it offers the machine file before anything else. */
export const crash = shallowRef<{ message: string; detail: string }>();

export function reportCrash(error: unknown): void {
  const e = error instanceof Error ? error : new Error(String(error));
  console.error(e);
  crash.value ??= { message: e.message || e.name, detail: e.stack ?? '' };
}
