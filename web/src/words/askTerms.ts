import { ref } from 'vue';

/** Whether the glossary is open, and the term it was opened at: asked for from any page. */
export const termsShown = ref(false);
export const termsFrom = ref('');

export function showTerms(name = ''): void {
  termsFrom.value = name;
  termsShown.value = true;
}
