import type { Conductor } from '@nodaxis/core/machine/connections';
import type { Sheet } from '@nodaxis/core/wiring/sheets';
import { terminalName } from '@nodaxis/core/wiring/wires';
import { computed, reactive } from 'vue';
import { useOpenMachine } from '../../document/openMachine';

export type SortKey = 'number' | 'from' | 'to' | 'colour' | 'section' | 'cable' | 'state';

export interface Row {
  id: string;
  c: Conductor;
  from: string;
  to: string;
  sheet: Sheet;
}

export interface Filter {
  sheet: Sheet | '';
  part: string;
  cable: string;
  state: Conductor['state'] | '';
  text: string;
}

/** The conductors as rows of a list: filtered and sorted. Made anew only where a conductor or a filter changed. */
export function useConductorRows() {
  const machine = useOpenMachine();
  const filter = reactive<Filter>({ sheet: '', part: '', cable: '', state: '', text: '' });
  const sort = reactive<{ key: SortKey; down: boolean }>({ key: 'number', down: false });

  const all = computed((): Row[] => {
    const design = machine.design;
    const { sheets } = machine.figures.whole.wires;
    return Object.entries(design.conductors).map(([id, c]) => ({
      id,
      c,
      from: terminalName(design, c.from),
      to: terminalName(design, c.to),
      sheet: sheets.get(id) ?? 'signals',
    }));
  });
  const valueOf = (r: Row): string | number => {
    switch (sort.key) {
      case 'number':
        return r.c.number;
      case 'from':
        return r.from;
      case 'to':
        return r.to;
      case 'section':
        return Number(r.c.section?.entered ?? 0);
      case 'colour':
        return r.c.colour ?? '';
      case 'cable':
        return `${r.c.cable ?? ''} ${r.c.core ?? ''}`;
      case 'state':
        return r.c.state;
    }
  };
  const rows = computed((): Row[] => {
    const words = filter.text.toLowerCase().split(/\s+/).filter(Boolean);
    const kept = all.value.filter((r) => {
      if (filter.sheet && r.sheet !== filter.sheet) return false;
      if (filter.part && r.c.from.part !== filter.part && r.c.to.part !== filter.part) return false;
      if (filter.cable && r.c.cable !== filter.cable) return false;
      if (filter.state && r.c.state !== filter.state) return false;
      if (!words.length) return true;
      const text = `${r.c.number} ${r.from} ${r.to} ${r.c.purpose} ${r.c.cable ?? ''} ${r.c.notes ?? ''}`.toLowerCase();
      return words.every((w) => text.includes(w));
    });
    const by = sort.down ? -1 : 1;
    return kept.sort((a, b) => {
      const [x, y] = [valueOf(a), valueOf(b)];
      const order =
        typeof x === 'number' && typeof y === 'number'
          ? x - y
          : String(x).localeCompare(String(y), 'en', { numeric: true });
      return by * (order || a.c.number - b.c.number);
    });
  });
  const cables = computed(() =>
    [...new Set(all.value.flatMap((r) => r.c.cable ?? []))].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })),
  );
  const parts = computed(() => {
    const used = new Set(all.value.flatMap((r) => [r.c.from.part, r.c.to.part]));
    return Object.entries(machine.design.parts)
      .filter(([id]) => used.has(id))
      .sort(([, a], [, b]) => a.designation.localeCompare(b.designation, 'en', { numeric: true }));
  });
  const sortBy = (key: SortKey) => {
    if (sort.key === key) sort.down = !sort.down;
    else Object.assign(sort, { key, down: false });
  };
  return { filter, sort, sortBy, all, rows, cables, parts };
}
