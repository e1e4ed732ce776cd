import { ref, type Ref } from 'vue';

/** Puts a text on the clipboard, and says so; or what to do where the browser lets no page do that. */
export function useCopied(otherwise: string): {
  said: Ref<string>;
  copy: (text: string, words: string) => Promise<void>;
} {
  const said = ref('');
  async function copy(text: string, words: string): Promise<void> {
    try {
      await navigator.clipboard.writeText(text);
      said.value = words;
    } catch {
      said.value = `This browser does not let a page copy. ${otherwise}`;
    }
  }
  return { said, copy };
}
