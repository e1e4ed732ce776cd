import { expose } from 'comlink';

/** A worker of this page alone, for tests: a channel with what answers at its other end. */
export function channelWorker(desk: object, onEnd: () => void = () => undefined): Worker {
  const { port1, port2 } = new MessageChannel();
  expose(desk, port2);
  return Object.assign(port1 as unknown as Worker, {
    terminate: () => {
      onEnd();
      port1.close();
    },
    onerror: null,
  });
}
