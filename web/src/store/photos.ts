import { createStore, del, entries, set } from 'idb-keyval';
import { create } from 'zustand';
import { newId } from '../app/newId';
import { api, said, ServerProblem } from './api';
import { queries } from './query';

/** A photo that is on its way: kept on this device until the server has it. */
export interface WaitingPhoto {
  readonly id: string;
  readonly jobId: string;
  readonly setupId: string | null;
  /** of the issue that is being run */
  readonly letter: string | null;
  readonly name: string;
  readonly blob: Blob;
  /** why it is not sent yet; null: it is being sent */
  readonly problem: string | null;
}

/** Long side of what is sent, pixels: more than is kept, less than takes minutes. */
const SENT = 2000;
const AGAIN_MS = 15_000;
const kept = typeof indexedDB === 'undefined' ? null : createStore('violet-jaw photos', 'waiting');

export const usePhotos = create<{ readonly waiting: readonly WaitingPhoto[] }>(() => ({ waiting: [] }));

const put = (photo: WaitingPhoto) =>
  usePhotos.setState(({ waiting }) => ({
    waiting: waiting.some((w) => w.id === photo.id)
      ? waiting.map((w) => (w.id === photo.id ? photo : w))
      : [...waiting, photo],
  }));

/** Upright and no larger than it has to be; what this browser cannot draw is sent as it is. */
async function smaller(file: Blob): Promise<Blob> {
  try {
    const image = await createImageBitmap(file);
    const by = Math.min(1, SENT / Math.max(image.width, image.height));
    const canvas = new OffscreenCanvas(Math.round(image.width * by), Math.round(image.height * by));
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 });
  } catch {
    return file;
  }
}

/** Takes a photo and sends it; while the server is away it waits here, also over a restart of the device. */
export async function takePhoto(file: File, about: Pick<WaitingPhoto, 'jobId' | 'setupId' | 'letter'>): Promise<void> {
  const photo: WaitingPhoto = { ...about, id: newId(), name: file.name, blob: await smaller(file), problem: null };
  put(photo);
  // storage full or forbidden: the page itself still holds it
  if (kept) await set(photo.id, photo, kept).catch(() => undefined);
  await sendPhoto(photo);
}

export async function dropPhoto(id: string): Promise<void> {
  usePhotos.setState(({ waiting }) => ({ waiting: waiting.filter((w) => w.id !== id) }));
  if (kept) await del(id, kept).catch(() => undefined);
}

export async function sendPhoto(photo: WaitingPhoto): Promise<void> {
  put({ ...photo, problem: null });
  const { jobId: id, setupId, letter } = photo;
  try {
    await api.photo({
      id,
      body: photo.blob,
      query: { id: photo.id, ...(setupId === null ? {} : { setup: setupId }), ...(letter === null ? {} : { letter }) },
    });
    await dropPhoto(photo.id);
    await queries.invalidateQueries({ queryKey: ['remarks'] });
  } catch (error) {
    put({ ...photo, problem: said(error) });
    if (error instanceof ServerProblem && (error.isAway || error.isSignedOut)) sendLater();
  }
}

let timer: ReturnType<typeof setTimeout> | undefined;
function sendLater(): void {
  clearTimeout(timer);
  timer = setTimeout(() => {
    for (const photo of usePhotos.getState().waiting) if (photo.problem !== null) void sendPhoto(photo);
  }, AGAIN_MS);
}

/** Sends what waited here since before the page was opened. */
export async function sendKeptPhotos(): Promise<void> {
  if (!kept) return;
  const known = new Set(usePhotos.getState().waiting.map((w) => w.id));
  const found = await entries<string, WaitingPhoto>(kept).catch(() => []);
  for (const [id, photo] of found) if (!known.has(id)) await sendPhoto(photo);
}
