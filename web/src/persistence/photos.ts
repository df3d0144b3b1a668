import { createStore, del, entries, set } from 'idb-keyval';
import { computed, onScopeDispose, ref, shallowRef } from 'vue';
import { MAX_PHOTO_SIZE } from '@eldrun/contract';
import { ApiProblem, ask } from './api.ts';

/** A photo that this device has and the server may not have yet. */
interface Waiting {
  project: string;
  photo: string;
  blob: Blob;
}

const store = createStore('eldrun-photos', 'waiting');

/** The longer side that a photo is kept at, dots. */
const SIDE = 2048;

/** The largest file that is read, bytes. */
const MAX_FILE = 60 * 1024 * 1024;

/** Until the server is asked again, ms. */
const AGAIN = 5000;

/** How many waiting photos each page knows of. */
const known = ref(0);
const urls = shallowRef<ReadonlyMap<string, string>>(new Map());

/** A photo no larger than it is looked at, as JPEG. @throws Error that says what is wrong */
async function shrunk(file: File): Promise<Blob> {
  if (!file.type.startsWith('image/'))
    throw new Error(`“${file.name}” is no picture. Allowed: a JPEG, PNG or WebP picture.`);
  if (file.size > MAX_FILE)
    throw new Error(
      `“${file.name}” has ${Math.round(file.size / 1048576)} MiB. Allowed: at most ${MAX_FILE / 1048576} MiB.`,
    );
  const picture = await createImageBitmap(file).catch(() => {
    throw new Error(`“${file.name}” cannot be read as a picture. Allowed: JPEG, PNG or WebP.`);
  });
  const scale = Math.min(1, SIDE / Math.max(picture.width, picture.height));
  const canvas = new OffscreenCanvas(
    Math.max(1, Math.round(picture.width * scale)),
    Math.max(1, Math.round(picture.height * scale)),
  );
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
  if (blob.size > MAX_PHOTO_SIZE) throw new Error(`“${file.name}” stays too large.`);
  return blob;
}

async function refresh(): Promise<Waiting[]> {
  const waiting = (await entries<string, Waiting>(store)).map(([, one]) => one);
  known.value = waiting.length;
  const now = new Map(urls.value);
  for (const { photo, blob } of waiting)
    if (!now.has(photo)) now.set(photo, URL.createObjectURL(blob));
  urls.value = now;
  return waiting;
}

/**
 * Photos of a project: kept on this device until the server has them, and sent as soon as it answers.
 *
 * @param project whose they are
 */
export function usePhotos(project: () => string) {
  const problem = ref('');
  let sending = false;
  let timer: ReturnType<typeof setTimeout> | undefined;

  async function send(): Promise<void> {
    if (sending) return;
    sending = true;
    clearTimeout(timer);
    try {
      for (const { project: of, photo, blob } of await refresh()) {
        await ask('putPhoto', { params: { project: of, photo }, body: blob });
        await del(photo, store);
        problem.value = '';
        known.value--;
      }
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error;
      if (!error.away) problem.value = error.message;
      timer = setTimeout(() => void send(), AGAIN);
    } finally {
      sending = false;
    }
  }
  const again = (): void => void send();
  again();
  window.addEventListener('online', again);
  onScopeDispose(() => {
    clearTimeout(timer);
    window.removeEventListener('online', again);
  });

  /** Keeps a picture on this device, and sends it when it can. @returns its id. @throws Error that says what is wrong */
  async function add(file: File): Promise<string> {
    const blob = await shrunk(file);
    const photo = `photo-${crypto.randomUUID()}`;
    await set(photo, { project: project(), photo, blob } satisfies Waiting, store);
    await refresh();
    void send();
    return photo;
  }

  return {
    problem,
    /** How many are on this device and not on the server. */
    waiting: computed(() => known.value),
    add,
    /** Where a small picture, or the whole one, is found. */
    small: (photo: string) =>
      urls.value.get(photo) ??
      `/api/projects/${project()}/photos/${encodeURIComponent(photo)}/thumbnail`,
    whole: (photo: string) =>
      urls.value.get(photo) ?? `/api/projects/${project()}/photos/${encodeURIComponent(photo)}`,
  };
}
