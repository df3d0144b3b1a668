import { useToast } from 'primevue/usetoast';

/** Says what happened, and what to do about it where something went wrong. */
export function useNotices() {
  const toast = useToast();
  return {
    done: (summary: string, detail = '') =>
      toast.add({ severity: 'success', summary, detail, life: 4000 }),
    wrong: (summary: string, error: unknown) =>
      toast.add({
        severity: 'error',
        summary,
        detail: error instanceof Error ? error.message : String(error),
        life: 12_000,
      }),
  };
}
