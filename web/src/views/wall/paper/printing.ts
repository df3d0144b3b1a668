import { useEventListener } from '@vueuse/core';
import {
  computed,
  nextTick,
  onMounted,
  ref,
  shallowRef,
  type Component,
  type ComputedRef,
} from 'vue';

/** What is only on paper comes once the page has settled, ms: nothing can be waited for while the browser prints. */
const SETTLED = 1500;

/**
 * What a page is on paper. It is rendered while the page is printed, and not at every edit.
 *
 * @param load its component
 * @returns the component while the page is printed, else null; and what prints the page
 */
export function usePrinting(load: () => Promise<Component>): {
  printed: ComputedRef<Component | null>;
  print: () => Promise<void>;
} {
  const component = shallowRef<Component | null>(null);
  const printing = ref(false);
  const ready = async (): Promise<void> => {
    component.value ??= await load();
  };
  onMounted(() => setTimeout(() => void ready(), SETTLED));
  useEventListener(window, 'beforeprint', () => (printing.value = true));
  useEventListener(window, 'afterprint', () => (printing.value = false));
  const paper = window.matchMedia('print');
  useEventListener(paper, 'change', () => (printing.value = paper.matches));

  async function print(): Promise<void> {
    await ready();
    printing.value = true;
    await nextTick();
    window.print();
  }

  return { printed: computed(() => (printing.value ? component.value : null)), print };
}
