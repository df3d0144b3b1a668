import { useEventListener } from '@vueuse/core';

/** Takes a file that is dropped anywhere on the page. */
export function useDroppedFile(take: (file: File) => unknown): void {
  useEventListener(window, 'dragover', (event: DragEvent) => {
    if (event.dataTransfer?.types.includes('Files')) event.preventDefault();
  });
  useEventListener(window, 'drop', (event: DragEvent) => {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    take(file);
  });
}
