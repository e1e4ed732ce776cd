<script setup lang="ts">
import { socketPlacesOf, type SocketPlace } from '@nodaxis/core/advice/sockets';
import type { Fault } from '@nodaxis/core/units/result';
import { computed, ref } from 'vue';
import { useOpenMachine } from '../../document/openMachine';
import Caution from '../../ui/Caution.vue';
import Choice from '../../ui/Choice.vue';

/** The sockets of the board with the drivers in them, the channel of each, and the jumpers that copy one to another. */
const machine = useOpenMachine();
const faults = ref<Fault[]>([]);
const board = computed(() => socketPlacesOf(machine.design));
const part = computed(() => machine.design.parts[board.value?.board ?? '']);
const places = computed(() => board.value?.places ?? []);
const W = 112;
const left = (n: number): number => 8 + n * W;
const driverOf = ({ driver }: SocketPlace) => (driver ? machine.design.parts[driver] : undefined);
/** From a socket that follows to the one that leads it, as a bow below them. */
const bows = computed(() =>
  places.value.flatMap((p, n) => {
    const to = places.value.findIndex((q) => q.socket.printed === p.copies);
    if (to < 0) return [];
    const [a, b] = [left(n) + W / 2 - 8, left(to) + W / 2];
    return [
      {
        key: p.port,
        path: `M ${a} 96 C ${a} 128 ${b} 128 ${b} 96`,
        at: (a + b) / 2,
        text: `jumper ${p.socket.printed} → ${p.copies}`,
      },
    ];
  }),
);
/** Drivers that can be put into a socket, each with the drive that it serves. */
const drivers = computed(() =>
  (board.value?.drivers ?? []).map(({ driver, drive }) => {
    const { designation, name } = machine.design.parts[driver]!;
    return { value: driver, label: `${designation}, ${drive}`, note: name };
  }),
);
function put(place: SocketPlace, driver: string | undefined): void {
  if (!board.value || !driver || driver === place.driver) return;
  // Who was decided to sit there makes room.
  const commands = [
    ...(place.decided && place.driver
      ? [{ name: 'set-feed' as const, args: { part: place.driver, port: 'supply' } }]
      : []),
    {
      name: 'set-feed' as const,
      args: { part: driver, port: 'supply', from: { part: board.value.board, port: place.port } },
    },
  ];
  const title = `${machine.design.parts[driver]!.designation} into socket ${place.socket.printed}`;
  faults.value = machine.run({ name: 'several', args: { title, commands } });
}
</script>

<template>
  <section v-if="board && part" class="stack board" aria-label="Sockets of the board">
    <h3>
      Sockets of <span class="mono">{{ part.designation }}</span> {{ part.name }}
    </h3>
    <div class="wide">
      <svg
        :viewBox="`0 0 ${places.length * W + 16} ${bows.length ? 138 : 104}`"
        :width="places.length * W + 16"
        :height="bows.length ? 138 : 104"
        role="img"
        :aria-label="
          places
            .map((p) => `Socket ${p.socket.printed}: ${p.driver ? `${driverOf(p)!.designation}, ${p.drive}` : 'empty'}`)
            .join('; ')
        "
      >
        <g v-for="(p, n) in places" :key="p.port" :transform="`translate(${left(n)} 4)`">
          <rect class="socket" width="96" height="88" />
          <rect v-for="side in [3, 87]" :key="side" class="row" :x="side" y="16" width="6" height="66" />
          <text x="48" y="13" text-anchor="middle" class="printed">{{ p.socket.printed }}</text>
          <template v-if="p.driver">
            <rect class="driver" x="13" y="20" width="70" height="58" rx="2" />
            <text x="48" y="39" text-anchor="middle" class="name">{{ driverOf(p)!.designation }}</text>
            <text x="48" y="55" text-anchor="middle">{{ p.drive }}</text>
            <text x="48" y="71" text-anchor="middle" class="small">
              {{ p.channel === undefined ? 'no channel' : `channel ${p.channel + 1}` }}
            </text>
          </template>
          <text v-else x="48" y="54" text-anchor="middle" class="small">empty</text>
        </g>
        <g v-for="b in bows" :key="b.key">
          <path class="bow" :d="b.path" />
          <text :x="b.at" y="134" text-anchor="middle" class="small">{{ b.text }}</text>
        </g>
      </svg>
    </div>
    <p v-for="p in places.filter((q) => q.copies)" :key="p.port" class="says">
      Fit the jumper beside socket <strong>{{ p.socket.printed }}</strong> so that it copies socket
      <strong>{{ p.copies }}</strong>: {{ p.drive }} is then stepped by channel {{ p.channel! + 1 }}, with the first
      motor.
    </p>
    <div class="row choices">
      <label v-for="p in places" :key="p.port"
        ><span>Socket {{ p.socket.printed }}</span>
        <Choice
          :label="`Driver in socket ${p.socket.printed}`"
          :model-value="p.driver"
          placeholder="empty"
          :options="drivers"
          :disabled="machine.readOnly"
          @change="put(p, $event)"
      /></label>
    </div>
    <Caution v-if="faults.length" kind="refused"
      ><template v-for="f in faults" :key="f.what">{{ f.what }} {{ f.fix }} </template></Caution
    >
    <Caution>
      Plug a driver in or out only with the power off, and mind which way round it sits: the wrong way round it burns,
      and often the board with it.
    </Caution>
  </section>
</template>

<style scoped>
.board {
  margin-bottom: 16px;
}
.wide {
  overflow-x: auto;
}
.socket {
  fill: none;
  stroke: var(--line);
}
.row {
  fill: var(--line);
}
.driver {
  fill: var(--sheet);
  stroke: var(--ink);
}
.bow {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.5;
}
text {
  font: 12px var(--sans);
  fill: var(--ink);
}
.name,
.printed {
  font-family: var(--mono);
  font-weight: 600;
}
.small {
  font-size: 11px;
  fill: var(--soft);
}
.says {
  margin: 0;
}
.choices {
  flex-wrap: wrap;
  align-items: start;
}
.choices label {
  display: grid;
  gap: 3px;
  width: 150px;
  font-size: 13px;
  color: var(--soft);
}
</style>
