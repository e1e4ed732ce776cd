import { ControlEar, inputNames, type Heard } from '@nodaxis/core/dialects/listen';
import { linesOfSheet } from '@nodaxis/core/dialects/lines';
import { SimulatedSerial } from '@nodaxis/core/dialects/simulatedSerial';
import type { NameSheet } from '@nodaxis/core/machine/nameSheet';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef, watch } from 'vue';
import { useMachine } from './machine';

/** The part of a serial port of the browser that is used here. */
interface Port {
  open(options: { baudRate: number }): Promise<void>;
  close(): Promise<void>;
  readonly readable: ReadableStream<Uint8Array> | null;
  readonly writable: WritableStream<Uint8Array> | null;
}
const serial = () => (navigator as { serial?: { requestPort(): Promise<Port> } }).serial;

/**
 * A control that is listened to over a serial line, or its simulated stand-in. Nothing is sent by itself: of the two lines of
 * the sheet that ask, one goes out where a person presses for it and sees what it is.
 */
export const useControlLink = defineStore('control-link', () => {
  const machine = useMachine();
  const how = ref<'serial' | 'simulated'>();
  const heard = shallowRef<Heard>();
  /** Why it is not heard any more, in words. */
  const lost = ref('');
  let ear: ControlEar | undefined;
  let port: Port | undefined;
  let reader: ReadableStreamDefaultReader<Uint8Array> | undefined;
  const stand = shallowRef<SimulatedSerial>();

  const sheet = computed(() => machine.file?.design.nameSheet);
  const names = computed(() =>
    sheet.value && machine.figures
      ? inputNames(sheet.value.listen, machine.file!.design, machine.figures.settings)
      : [],
  );
  /** The browser has serial ports. */
  const canSerial = serial() !== undefined;

  function hear(piece: string): void {
    ear?.hear(piece, Date.now());
    heard.value = ear?.heard;
  }
  function begin(by: NameSheet, as: 'serial' | 'simulated'): void {
    ear = new ControlEar(by, machine.file!.design, machine.figures!.settings);
    heard.value = ear.heard;
    lost.value = '';
    how.value = as;
  }
  async function close(why = ''): Promise<void> {
    const [r, p] = [reader, port];
    [reader, port, ear] = [undefined, undefined, undefined];
    how.value = undefined;
    stand.value = undefined;
    lost.value = why;
    await r?.cancel().catch(() => undefined);
    await p?.close().catch(() => undefined);
  }

  async function connect(): Promise<void> {
    const by = sheet.value;
    const { listen } = by ?? {};
    if (!by || !listen) return;
    try {
      const picked = await serial()!.requestPort();
      await picked.open({ baudRate: listen.rate });
      port = picked;
    } catch (e) {
      // No port was picked: that is an answer and no fault.
      if (e instanceof DOMException && e.name === 'NotFoundError') return;
      lost.value = `The port does not open (${e instanceof Error ? e.message : String(e)}). Another program may hold it: close that, and plug the lead in again.`;
      return;
    }
    begin(by, 'serial');
    void listenTo(port);
  }
  async function listenTo(from: Port): Promise<void> {
    const decoder = new TextDecoder();
    try {
      while (port === from && from.readable) {
        reader = from.readable.getReader();
        const { value, done } = await reader.read();
        reader.releaseLock();
        if (done) break;
        hear(decoder.decode(value, { stream: true }));
      }
      if (port === from) await close('The line has ended.');
    } catch (e) {
      if (port === from) await close(`The line broke off (${e instanceof Error ? e.message : String(e)}).`);
    }
  }
  function simulate(): void {
    const by = sheet.value;
    if (!by?.listen) return;
    const { design } = machine.file!;
    const { settings } = machine.figures!;
    begin(by, 'simulated');
    const activeHigh = (circuit: string) => {
      const value = settings.find((s) => s.key === `input/${circuit}/active-when`)?.value;
      return value?.known === true && value.value === 'high';
    };
    stand.value = new SimulatedSerial(by, linesOfSheet(by, design, settings), names.value, activeHigh, hear);
    stand.value.begin();
  }
  /** Sends a line that a person has pressed for. */
  async function send(line: string): Promise<void> {
    if (stand.value) return stand.value.take(`${line}\n`);
    const writer = port?.writable?.getWriter();
    if (!writer) return;
    try {
      await writer.write(new TextEncoder().encode(`${line}\n`));
      writer.releaseLock();
    } catch (e) {
      writer.releaseLock();
      await close(`“${line}” did not go out (${e instanceof Error ? e.message : String(e)}).`);
    }
  }
  async function askSettings(): Promise<void> {
    const line = sheet.value?.listen?.askSettings;
    if (!line) return;
    ear?.forgetPrinted();
    await send(line);
  }
  const askState = async () => {
    const line = sheet.value?.listen?.askState;
    if (line) await send(line);
  };
  /** Another sheet, or another machine, speaks otherwise. */
  watch([sheet, () => machine.file?.id], ([s, id], [before, was]) => {
    if (how.value && (id !== was || JSON.stringify(s) !== JSON.stringify(before))) void close();
  });
  const press = (circuit: string) => stand.value?.press(circuit, !stand.value.isPressed(circuit));
  return { how, heard, lost, names, canSerial, connect, simulate, close, askSettings, askState, press };
});
