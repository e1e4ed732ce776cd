import { onBeforeUnmount, onMounted } from 'vue';

/** A style sheet of the page's own while a component stands: one rule lights a net, not three hundred lines. */
export function usePageStyle(): (rules: string) => void {
  const sheet = new CSSStyleSheet();
  onMounted(() => (document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet]));
  onBeforeUnmount(() => (document.adoptedStyleSheets = document.adoptedStyleSheets.filter((s) => s !== sheet)));
  return (rules) => sheet.replaceSync(rules);
}
