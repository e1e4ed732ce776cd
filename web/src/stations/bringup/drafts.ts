import type { Readings } from '@nodaxis/core/bringup/test';

/** A test that was half entered: it outlives a closed tab. Kept where it is written at once, not a moment later. */
export interface Draft {
  readings: Readings;
  note: string;
  photos: string[];
  /** The result that these readings are to put right. */
  corrects?: string | undefined;
}
const PREFIX = 'nodaxis-draft/';

export function draftOf(key: string): Draft | undefined {
  try {
    const text = localStorage.getItem(PREFIX + key);
    return text ? (JSON.parse(text) as Draft) : undefined;
  } catch {
    // A blocked store costs the draft of a closed tab, nothing that was kept.
    return undefined;
  }
}
export function keepDraft(key: string, draft: Draft): void {
  try {
    localStorage.setItem(PREFIX + key, JSON.stringify(draft));
  } catch {
    // The same: the page itself still holds it.
  }
}
export function forgetDraft(key: string): void {
  try {
    localStorage.removeItem(PREFIX + key);
  } catch {
    // There was none to forget.
  }
}
