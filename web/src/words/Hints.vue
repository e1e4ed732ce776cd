<script setup lang="ts">
/**
 * The one tooltip of the page. It shows the `data-hint` of whatever is pointed at or reached by keyboard, and the meaning of
 * a term of the glossary that is pointed at or tapped.
 */
import type { Term } from '@nodaxis/core/words/glossary';
import { useEventListener } from '@vueuse/core';
import { ElTooltip } from 'element-plus';
import { ref, shallowRef } from 'vue';
import TermMeaning from './TermMeaning.vue';
import { useMarkedTerms } from './markTerms';
import { termUnder } from './termUnderPointer';

const REST_MS = 450;
const LEAVE_MS = 180;
const CONTENT = 'hint-content';

useMarkedTerms();
const shown = ref(false);
const anchor = shallowRef<{ getBoundingClientRect(): DOMRect }>();
const text = ref('');
const term = shallowRef<Term>();
let described: Element | undefined;
let timer = 0;
let pointer = { x: 0, y: 0, target: null as EventTarget | null };

function hide(): void {
  shown.value = false;
  described?.removeAttribute('aria-describedby');
  described = undefined;
}
function showHint(of: Element): void {
  text.value = of.getAttribute('data-hint') ?? '';
  if (!text.value) return;
  hide();
  term.value = undefined;
  anchor.value = of;
  if (!of.hasAttribute('aria-describedby')) {
    of.setAttribute('aria-describedby', CONTENT);
    described = of;
  }
  shown.value = true;
}
function showTerm(): void {
  const found = termUnder(pointer.x, pointer.y, pointer.target);
  if (!found) return;
  hide();
  term.value = found.term;
  anchor.value = found.range;
  shown.value = true;
}
const later = (act: () => void, ms: number) => {
  clearTimeout(timer);
  timer = window.setTimeout(act, ms);
};
const inHint = (target: EventTarget | null) => target instanceof Element && !!target.closest('.hint');

useEventListener('pointermove', (e) => {
  if (e.pointerType === 'touch') return;
  if (inHint(e.target)) return clearTimeout(timer);
  pointer = { x: e.clientX, y: e.clientY, target: e.target };
  const hinted = e.target instanceof Element ? e.target.closest('[data-hint]') : null;
  if (shown.value && hinted !== anchor.value) return later(hide, LEAVE_MS);
  if (shown.value) return clearTimeout(timer);
  later(() => (hinted ? showHint(hinted) : showTerm()), REST_MS);
});
useEventListener('pointerdown', (e) => {
  clearTimeout(timer);
  byTab = false;
  if (!inHint(e.target)) hide();
});
useEventListener('click', (e) => {
  if (inHint(e.target)) return;
  pointer = { x: e.clientX, y: e.clientY, target: e.target };
  showTerm();
});
// Who clicks into a field wants to type: only who arrives by Tab is told what it is.
let byTab = false;
useEventListener('focusin', (e) => {
  if (!byTab) return;
  const hinted = e.target instanceof Element ? e.target.closest('[data-hint]') : null;
  if (hinted) later(() => showHint(hinted), REST_MS);
});
useEventListener('focusout', hide);
useEventListener('keydown', (e) => {
  clearTimeout(timer);
  byTab = e.key === 'Tab';
  hide();
});
useEventListener(document, 'scroll', hide, { capture: true, passive: true });
</script>

<template>
  <ElTooltip
    :visible="shown"
    :virtual-ref="anchor"
    virtual-triggering
    placement="top"
    popper-class="hint"
    :show-arrow="false"
    :teleported="true"
  >
    <template #content>
      <TermMeaning v-if="term" :term="term" />
      <span v-else :id="CONTENT">{{ text }}</span>
    </template>
  </ElTooltip>
</template>
