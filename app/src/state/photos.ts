import { createStore, del, get, keys, set } from 'idb-keyval';

/** Pictures and recorded drives that the server has not acknowledged yet; a phone that dies keeps them. */
const waiting = typeof indexedDB === 'undefined' ? null : createStore('calvik-photos', 'waiting');
const memory = new Map<string, Blob>();

/** Longest side of a picture that is kept, pixels. */
const LONGEST_PX = 1280;
const QUALITY = 0.82;

export interface SmallPhoto {
  blob: Blob;
  widthPx: number;
  heightPx: number;
}

/** A picture from the camera or a file, brought down to what a screen needs. */
export async function downscale(file: Blob): Promise<SmallPhoto> {
  const bitmap = await createImageBitmap(file);
  const share = Math.min(1, LONGEST_PX / Math.max(bitmap.width, bitmap.height));
  const widthPx = Math.max(1, Math.round(bitmap.width * share));
  const heightPx = Math.max(1, Math.round(bitmap.height * share));
  const canvas = document.createElement('canvas');
  canvas.width = widthPx;
  canvas.height = heightPx;
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, widthPx, heightPx);
  bitmap.close();
  const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', QUALITY));
  if (!blob) throw new Error('This picture cannot be read.');
  return { blob, widthPx, heightPx };
}

const send = async (id: string, blob: Blob): Promise<'saved' | 'refused' | 'later'> => {
  const response = await fetch(`/api/${blob.type.startsWith('image/') ? 'photos' : 'traces'}/${id}`, {
    method: 'PUT',
    headers: { 'Content-Type': blob.type },
    body: blob,
  }).catch(() => null);
  if (!response || response.status >= 500) return 'later';
  return response.ok ? 'saved' : 'refused';
};

/** Keeps a picture on the device, and on the server as soon as it can be reached. */
export async function savePhoto(id: string, blob: Blob): Promise<void> {
  memory.set(id, blob);
  if (waiting) await set(id, blob, waiting).catch(() => undefined);
  await sendPhotos();
}

let sending: Promise<void> | null = null;

/** Sends the pictures that wait. What the server refuses is dropped from the queue: it would refuse it for ever. */
export function sendPhotos(): Promise<void> {
  sending ??= (async () => {
    const stored = waiting ? ((await keys(waiting).catch(() => [])) as string[]) : [];
    for (const id of new Set([...stored, ...memory.keys()])) {
      const blob = memory.get(id) ?? (waiting ? await get<Blob>(id, waiting) : undefined);
      if (!blob) continue;
      if ((await send(id, blob)) === 'later') return;
      memory.delete(id);
      if (waiting) await del(id, waiting).catch(() => undefined);
    }
  })().finally(() => {
    sending = null;
  });
  return sending;
}

/** A picture that still waits on this device, for showing it; null once the server has it. */
export async function waitingPhoto(id: string): Promise<Blob | null> {
  return memory.get(id) ?? (waiting ? ((await get<Blob>(id, waiting).catch(() => undefined)) ?? null) : null);
}
