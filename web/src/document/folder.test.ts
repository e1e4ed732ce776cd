import { readMachineFile } from '@nodaxis/core/machine/reading/read';
import { wren } from '@nodaxis/core/samples/wren';
import { expect, it } from 'vitest';
import type { FolderHandle } from './folder';
import { copyToFolder, forgetFolder } from './folder';
import type { KeyValueStore } from './slots';

function folder(may: PermissionState) {
  const files = new Map<string, string>();
  const handle: FolderHandle = {
    name: 'copies',
    queryPermission: async () => may,
    getFileHandle: async (name) => ({
      createWritable: async () => {
        let text = '';
        return { write: async (t) => void (text += t), close: async () => void files.set(name, text) };
      },
    }),
  };
  const kept = new Map<string, unknown>([['folder', handle]]);
  const store: KeyValueStore = {
    getItem: async <T>(k: string) => (kept.get(k) ?? null) as T | null,
    setItem: async (_k, v) => v,
    removeItem: async (k) => void kept.delete(k),
    keys: async () => [...kept.keys()],
  };
  return { store, files };
}

it('a copy a day goes into the chosen folder, and opens again', async () => {
  const { store, files } = folder('granted');
  for (const day of ['2026-11-27', '2026-11-28', '2026-11-28'])
    expect(await copyToFolder(store, wren(), `${day}T10:00:00.000Z`)).toBe('written');
  expect([...files.keys()]).toEqual(['wren-wren-2026-11-27.nodaxis.json', 'wren-wren-2026-11-28.nodaxis.json']);
  for (const text of files.values()) expect(readMachineFile(text)).toMatchObject({ ok: true, value: { told: [] } });
});
it('a stick that was pulled is remembered, and forgotten once a copy is written', async () => {
  const { store } = folder('granted');
  const kept = new Map<string, unknown>();
  const pulled = { name: 'stick', getFileHandle: () => Promise.reject(new Error('it is gone')) };
  const watched: KeyValueStore = {
    ...store,
    getItem: async <T>(k: string) => (k === 'folder' && kept.get('pulled') ? (pulled as T) : store.getItem<T>(k)),
    setItem: async (k, v) => (kept.set(k, v), v),
    removeItem: async (k) => void kept.delete(k),
  };
  kept.set('pulled', true);
  expect(await copyToFolder(watched, wren(), '2026-11-28')).toBe('failed');
  expect(kept.get('folder-fault')).toBe('Wren, 2026-11-28: it is gone');
  kept.delete('pulled');
  expect(await copyToFolder(watched, wren(), '2026-11-28')).toBe('written');
  expect(kept.has('folder-fault')).toBe(false);
});
it('nothing is written where the browser wants to be asked again, nor where no folder was chosen', async () => {
  const { store, files } = folder('prompt');
  expect(await copyToFolder(store, wren(), '2026-11-28')).toBe('asks again');
  await forgetFolder(store);
  expect(await copyToFolder(store, wren(), '2026-11-28')).toBe('no folder');
  expect(files.size).toBe(0);
});
