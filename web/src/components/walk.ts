import { defineStore } from 'pinia';
import { ref } from 'vue';
import { deviceStorage } from '../persistence/device.ts';

/** Where this browser remembers that the walk is not wanted. */
const KEY = 'eldrun-walk';

/** The short walk through the bench: offered until it is dismissed for good. */
export const useWalk = defineStore('walk', () => {
  const device = deviceStorage('localStorage');
  const dismissed = ref(device.getItem(KEY) === 'dismissed');
  /** Whether it is under way. */
  const walking = ref(false);

  function dismiss(): void {
    walking.value = false;
    dismissed.value = true;
    try {
      device.setItem(KEY, 'dismissed');
    } catch {
      // Storage that is full or blocked: dismissed as long as this page is open.
    }
  }

  return { dismissed, walking, dismiss };
});
