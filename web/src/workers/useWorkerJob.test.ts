// @vitest-environment happy-dom
import { expect, it } from 'vitest';
import { channelWorker } from './tests/channelWorker';
import { useWorkerJob } from './useWorkerJob';

/** Workers of this page alone: each a channel with the work at its other end. */
function bench() {
  const begun: { worker: Worker; ended: boolean; free: (answer: string) => void; fail: (why: string) => void }[] = [];
  const start = (): Worker => {
    const entry = { ended: false } as (typeof begun)[number];
    const answer = new Promise<string>((resolve, reject) => {
      entry.free = resolve;
      entry.fail = (why) => reject(new Error(why));
    });
    // It may fail before anybody has asked.
    answer.catch(() => undefined);
    const desk = {
      async answer(heard: (done: number, of: number) => void): Promise<string> {
        heard(1, 4);
        return answer;
      },
    };
    entry.worker = channelWorker(desk, () => (entry.ended = true));
    begun.push(entry);
    return entry.worker;
  };
  const job = useWorkerJob<{ answer(heard: (done: number, of: number) => void): Promise<string> }>(
    start,
    'The trial has stopped',
  );
  return { job, begun, ask: () => job.run((remote, heard) => remote.answer(heard)) };
}

it('hands on its result, is followed meanwhile, and ends its worker', async () => {
  const { job, begun, ask } = bench();
  const asked = ask();
  await expect.poll(() => job.progress.value).toEqual({ done: 1, of: 4 });
  begun[0]!.free('done');
  expect(await asked).toBe('done');
  expect([begun[0]!.ended, job.progress.value, job.fault.value]).toEqual([true, undefined, '']);
});

it('a newer one takes its place: the older comes to nothing, and says nothing', async () => {
  const { job, begun, ask } = bench();
  const older = ask();
  const newer = ask();
  expect(await older).toBeUndefined();
  begun[1]!.free('new');
  expect(await newer).toBe('new');
  expect([begun.map((b) => b.ended), job.fault.value]).toEqual([[true, true], '']);
});

it('what fails, or dies, is said in words; stopped by hand it is not', async () => {
  const { job, begun, ask } = bench();
  const failing = ask();
  begun[0]!.fail('no room');
  expect(await failing).toBeUndefined();
  expect(job.fault.value).toBe('The trial has stopped (no room). Nothing of your machine is changed.');
  const dying = ask();
  begun[1]!.worker.onerror!({ message: '' } as ErrorEvent);
  expect(await dying).toBeUndefined();
  expect(job.fault.value).toContain('its worker ended');
  const stopped = ask();
  job.end();
  expect(await stopped).toBeUndefined();
  expect([job.fault.value, job.progress.value, begun[2]!.ended]).toEqual(['', undefined, true]);
});
