import type { MachineFile } from '@nodaxis/core/machine/file';
import { writeMachineFile } from '@nodaxis/core/machine/file';
import type { KeyValueStore } from './slots';

/** As much of a folder handle as is needed; browsers that have none offer no folder. */
export interface FolderHandle {
  name: string;
  queryPermission?(options: { mode: 'readwrite' }): Promise<PermissionState>;
  requestPermission?(options: { mode: 'readwrite' }): Promise<PermissionState>;
  getFileHandle(
    name: string,
    options: { create: boolean },
  ): Promise<{ createWritable(): Promise<{ write(text: string): Promise<void>; close(): Promise<void> }> }>;
}
type Picker = (options: { mode: 'readwrite'; id: string }) => Promise<FolderHandle>;

const KEY = 'folder';

export const canPickFolder = (): boolean => 'showDirectoryPicker' in globalThis;

/** Asks for a folder to put dated copies in; undefined where the person thinks better of it. */
export async function pickFolder(store: KeyValueStore): Promise<FolderHandle | undefined> {
  try {
    const pick = (globalThis as unknown as { showDirectoryPicker: Picker }).showDirectoryPicker;
    const folder = await pick({ mode: 'readwrite', id: 'nodaxis' });
    await store.setItem(KEY, folder);
    return folder;
  } catch (e) {
    if (e instanceof DOMException && e.name === 'AbortError') return undefined;
    throw e;
  }
}
export const folderOf = (store: KeyValueStore): Promise<FolderHandle | null> => store.getItem<FolderHandle>(KEY);
export const forgetFolder = (store: KeyValueStore): Promise<void> => store.removeItem(KEY);

/** `wren-2026-11-28.nodaxis.json`: one file a day, so that a bad day overwrites no good one. */
export function copyName(file: MachineFile, today: string): string {
  const plain = file.design.name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-|-$/g, '');
  // Two machines of one name are told apart by their ids.
  return `${plain || 'machine'}-${file.id.slice(-6)}-${today.slice(0, 10)}.nodaxis.json`;
}

/** Why the last copy could not be written, to be told where the folder is chosen. */
export const FOLDER_FAULT = 'folder-fault';

export type CopyState = 'written' | 'no folder' | 'asks again';

/**
 * Puts a dated copy of a machine into the chosen folder. `asks again`: the browser wants to be asked anew whether this page may write
 * there, which only a click can do. What goes wrong, such as a stick that was pulled, is remembered and keeps no machine from being saved.
 */
export async function copyToFolder(
  store: KeyValueStore,
  file: MachineFile,
  today: string,
): Promise<CopyState | 'failed'> {
  try {
    const state = await write(store, file, today);
    if (state === 'written') await store.removeItem(FOLDER_FAULT);
    return state;
  } catch (e) {
    const why = e instanceof Error ? e.message : String(e);
    const fault = `${file.design.name}, ${today.slice(0, 10)}: ${why}`;
    // A store that has no room for this sentence says so elsewhere.
    await store.setItem(FOLDER_FAULT, fault).catch(() => undefined);
    return 'failed';
  }
}
async function write(store: KeyValueStore, file: MachineFile, today: string): Promise<CopyState> {
  const folder = await folderOf(store);
  if (!folder) return 'no folder';
  const may = (await folder.queryPermission?.({ mode: 'readwrite' })) ?? 'granted';
  if (may !== 'granted') return 'asks again';
  const target = await folder.getFileHandle(copyName(file, today), { create: true });
  const stream = await target.createWritable();
  await stream.write(writeMachineFile(file));
  await stream.close();
  return 'written';
}
