import { beforeEach, describe, expect, it, vi } from 'vitest';
import { ref } from 'vue';
import { hasForm, hasTyped, pendingDrafts, useDraft } from './drafts';

let kept: Map<string, string>;
beforeEach(() => {
  kept = new Map();
  pendingDrafts.clear();
  vi.stubGlobal('localStorage', {
    getItem: (k: string) => kept.get(k) ?? null,
    setItem: (k: string, v: string) => void kept.set(k, v),
    removeItem: (k: string) => void kept.delete(k),
  });
});
const empty = { from: '', found: false };

describe('a form that waits for its button', () => {
  it('is kept letter by letter, stands there again after a reload, and is forgotten once it is empty', () => {
    const form = useDraft(() => 'm/form', empty);
    expect([hasForm('m/form'), hasTyped('m')]).toEqual([false, false]);
    form.value.from = '-T4:V';
    expect([hasForm('m/form'), hasTyped('m')]).toEqual([true, true]);
    expect(useDraft(() => 'm/form', empty).value).toEqual({ from: '-T4:V', found: false });
    form.value = { ...empty };
    expect([kept.size, hasTyped('m')]).toEqual([0, false]);
  });
  it('of one part is not that of another, and each keeps its own', () => {
    const part = ref('x1');
    const form = useDraft(() => `m/${part.value}`, empty);
    form.value.from = 'a';
    part.value = 'x2';
    expect(form.value).toEqual(empty);
    form.value.from = 'b';
    part.value = 'x1';
    expect(form.value.from).toBe('a');
  });
  it('that an earlier version kept in another shape keeps what still fits; a damaged one is empty', () => {
    kept.set('nodaxis-draft/form/m/form', '{"from":"-X1:3","found":"yes","gone":1}');
    expect(useDraft(() => 'm/form', empty).value).toEqual({ from: '-X1:3', found: false });
    for (const damaged of ['{', 'null', '[]', '7']) {
      kept.set('nodaxis-draft/form/m/form', damaged);
      expect(useDraft(() => 'm/form', empty).value).toEqual(empty);
    }
  });
});
