import { readDraft, writeDraft } from '../../document/drafts';
import type { Readings } from '@nodaxis/core/bringup/testKind';

/** A test that was half entered: it outlives a closed tab. Kept where it is written at once, not a moment later. */
export interface Draft {
  readings: Readings;
  note: string;
  photos: string[];
  /** The result that these readings are to put right. */
  corrects?: string | undefined;
}

export function draftOf(key: string): Draft | undefined {
  try {
    const text = readDraft(key);
    return text ? (JSON.parse(text) as Draft) : undefined;
  } catch {
    // A damaged draft costs what was half entered, nothing that was kept.
    return undefined;
  }
}
export const keepDraft = (key: string, draft: Draft): void => writeDraft(key, JSON.stringify(draft));
export const forgetDraft = (key: string): void => writeDraft(key, undefined);
