import { ref } from 'vue';

/** Whether the glossary is open, and the term it was opened at: asked for from any page. */
export const termsShown = ref(false);
export const termsFrom = ref('');
/** What is looked for in it: typed into its box, or while it still comes up. */
export const termsQuery = ref('');

export function showTerms(name = ''): void {
  termsFrom.value = name;
  termsShown.value = true;
}
