import { expect, it } from 'vitest';
import { newDesign } from '../machine/create';
import { newMachineFile } from '../machine/file';
import { dunnock } from '../samples/dunnock';
import { plover } from '../samples/plover';
import { wren } from '../samples/wren';
import { standingOf } from './standing';

const share = (s: ReturnType<typeof standingOf>, station: string) => {
  const { done, of } = s.stations.find((x) => x.station === station)!;
  return done / of;
};

it('a new machine begins at its first station; each share lies between nothing and all', () => {
  const begun = standingOf(newMachineFile(newDesign('mill-bench', 'Attic'), 'attic', '2026-03-02T09:00:00.000Z'));
  expect(begun.next).toMatchObject({ station: 'machine', text: expect.stringMatching(/^Describe the machine: \d+/) });
  for (const s of [begun, ...[dunnock, wren, plover].map((m) => standingOf(m()))])
    for (const { done, of } of s.stations) {
      expect(of).toBeGreaterThan(0);
      expect(done).toBeGreaterThanOrEqual(0);
      expect(done).toBeLessThanOrEqual(of);
    }
});

it('what will not work comes before what is not finished; a wired machine without findings is to be brought up', () => {
  const mill = standingOf(wren());
  expect(mill.worst!.severity).toMatch(/danger|wont-work/);
  expect(mill.next.text).toMatch(/^Fix first: /);
  const router = standingOf(dunnock());
  expect([share(router, 'wiring'), router.worst]).toEqual([1, undefined]);
  expect(router.next.station).toBe('bringup');
  const lathe = standingOf(plover());
  expect(lathe.next).toMatchObject({ station: 'wiring', text: 'Wire it: 18 of 109 conductors are connected' });
});
