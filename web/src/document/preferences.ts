import { defaultDisplay, type Display } from '@nodaxis/core/units/print';
import { standingPlaces } from '@nodaxis/core/machine/directions';
import { defineStore } from 'pinia';
import { reactive, toRefs, watch } from 'vue';

export type Theme = 'light' | 'dark';

export const PREFERENCES = 'nodaxis-preferences';

interface Preferences {
  display: Display;
  theme: Theme;
  /** The pictures of a first visit were put away. */
  welcomed: boolean;
}

/** What the reader prefers: never part of a machine. Kept where it can be read before the first paint. */
function read(text?: string): Preferences {
  const theme: Theme = matchMedia('(prefers-color-scheme: dark)').matches ? 'dark' : 'light';
  const base: Preferences = { display: { ...defaultDisplay }, theme, welcomed: false };
  try {
    const kept = JSON.parse(text ?? localStorage.getItem(PREFERENCES) ?? '{}') as Partial<Preferences>;
    const d = kept.display;
    return {
      welcomed: kept.welcomed === true,
      theme: kept.theme === 'dark' || kept.theme === 'light' ? kept.theme : base.theme,
      display: {
        system: d?.system === 'inch' ? 'inch' : 'metric',
        per: d?.per === 'min' ? 'min' : 's',
        wire: d?.wire === 'AWG' ? 'AWG' : 'mm²',
        stand: standingPlaces.find((p) => p === d?.stand) ?? 'front',
      },
    };
  } catch {
    // A blocked or damaged store costs the preference, nothing else.
    return base;
  }
}

export const usePreferences = defineStore('preferences', () => {
  const state = reactive(read());
  watch(
    state,
    () => {
      document.documentElement.classList.toggle('dark', state.theme === 'dark');
      try {
        localStorage.setItem(PREFERENCES, JSON.stringify(state));
      } catch {
        // The same: the preference lasts until the tab is closed.
      }
    },
    { immediate: true, deep: true },
  );
  const toggleUnits = () => (state.display.system = state.display.system === 'metric' ? 'inch' : 'metric');
  const togglePer = () => (state.display.per = state.display.per === 's' ? 'min' : 's');
  const toggleWire = () => (state.display.wire = state.display.wire === 'mm²' ? 'AWG' : 'mm²');
  const toggleTheme = () => (state.theme = state.theme === 'dark' ? 'light' : 'dark');
  /** Takes preferences over as they lie in a backup; what is none of them is left as usual. */
  const adopt = (text: string) => void Object.assign(state, read(text));
  return { ...toRefs(state), adopt, toggleUnits, togglePer, toggleWire, toggleTheme };
});
