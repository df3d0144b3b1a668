import { flushPromises, mount, type VueWrapper } from '@vue/test-utils';
import PrimeVue from 'primevue/config';
import ToastService from 'primevue/toastservice';
import { nextTick, type Component } from 'vue';

/** A component on a page, with what the application gives to all of them. */
export function mounted(component: Component, props: object = {}): VueWrapper {
  return mount(component, {
    props,
    attachTo: document.body,
    global: { plugins: [PrimeVue, ToastService], stubs: { RouterLink: true, transition: false } },
  }) as VueWrapper;
}

/** Types a text into a field and leaves it. */
export async function type(field: Element, text: string): Promise<void> {
  (field as HTMLInputElement).value = text;
  field.dispatchEvent(new Event('input', { bubbles: true }));
  await nextTick();
  field.dispatchEvent(new Event('blur', { bubbles: true }));
  await flushPromises();
}

/** The element of the page with that name for who cannot see it. @throws where there is none */
export function named(label: string | RegExp): HTMLElement {
  const found = [...document.querySelectorAll<HTMLElement>('[aria-label], button, label')].find(
    (one) => {
      const name = one.getAttribute('aria-label') ?? one.textContent.trim();
      return typeof label === 'string' ? name === label : label.test(name);
    },
  );
  if (!found) throw new Error(`nothing on the page is called ${String(label)}`);
  return found;
}
