import './recovery.css';
import { browserStore } from '../document/browserStore';
import { packer } from '../workers/zip';
import type { Found } from './contents';
import { contentsOf } from './contents';

const state = document.querySelector('#state')!;
const button = document.querySelector<HTMLButtonElement>('#save')!;
const rows = document.querySelector('#rows')!;

const cell = (text: string): HTMLTableCellElement => {
  const td = document.createElement('td');
  td.textContent = text;
  return td;
};

function show(found: readonly Found[]): void {
  const total = found.reduce((sum, f) => sum + f.bytes.length, 0);
  const damaged = found.filter((f) => f.state === 'damaged').length;
  state.textContent = found.length
    ? `${found.length} things, ${(total / 1e6).toFixed(1)} MB.${damaged ? ` ${damaged} of them are damaged; they go along as they are.` : ''}`
    : 'Nothing is kept in this browser for this address and port.';
  for (const f of found) {
    const tr = document.createElement('tr');
    const size = `${Math.max(1, Math.round(f.bytes.length / 1000))} kB`;
    tr.append(cell(f.what), cell(f.savedAt && new Date(f.savedAt).toLocaleString('en-GB')), cell(size), cell(f.state));
    rows.append(tr);
  }
  document.querySelector('table')!.hidden = !found.length;
  button.disabled = !found.length;
}

async function save(found: readonly Found[]): Promise<void> {
  button.disabled = true;
  state.textContent = 'Packing …';
  const entries = Object.fromEntries(found.map((f) => [f.file, { bytes: f.bytes, stored: !/json$/.test(f.file) }]));
  const url = URL.createObjectURL(new Blob([await packer.pack(entries)], { type: 'application/zip' }));
  const link = document.createElement('a');
  link.href = url;
  link.download = `nodaxis-recovery-${new Date().toISOString().slice(0, 10)}.zip`;
  link.click();
  state.textContent = 'Saved. Look in the folder of your downloads.';
  button.disabled = false;
}

const failed = (e: unknown): void => {
  state.textContent = `The store of this browser cannot be read: ${e instanceof Error ? e.message : String(e)}. Try another browser on this machine, or the same one after a restart.`;
};
contentsOf(browserStore).then((found) => {
  show(found);
  button.addEventListener('click', () => void save(found).catch(failed));
}, failed);
