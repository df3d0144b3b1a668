import type { ToastMessageOptions } from 'primevue/toast';
import { useToast } from 'primevue/usetoast';

/** A notice, perhaps of something that can be taken back. */
export interface Notice extends ToastMessageOptions {
  undo?: () => unknown;
}

/** Says what happened, and what to do about it where something went wrong. */
export function useNotices() {
  const toast = useToast();
  const add = (notice: Notice): void => toast.add(notice);
  return {
    done: (summary: string, detail = '') =>
      add({ severity: 'success', summary, detail, life: 4000 }),
    /** What was done can be taken back from the notice itself. */
    undoable: (summary: string, detail: string, undo: () => unknown) =>
      add({ severity: 'success', summary, detail, undo, life: 20_000 }),
    wrong: (summary: string, error: unknown) =>
      add({
        severity: 'error',
        summary,
        detail: error instanceof Error ? error.message : String(error),
        life: 12_000,
      }),
  };
}
