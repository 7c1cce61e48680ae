import { UnreadableFile } from '../files/unreadable.ts';
import { deviceDatabase } from './store.ts';

const LONGEST_SIDE_PX = 1600;

export interface WaitingPicture {
  readonly id: string;
  readonly jobId: string;
  readonly blob: Blob;
}

/** Draws a photograph anew, no larger than a sheet needs: what the camera wrote beside it, the place too, is left out. */
export async function smallPicture(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' }).catch(() => null);
  if (!picture)
    throw new UnreadableFile(
      'This is no JPEG, PNG or WebP picture that can be read; take the photograph again.',
    );
  const scale = Math.min(1, LONGEST_SIDE_PX / Math.max(picture.width, picture.height));
  const canvas = new OffscreenCanvas(Math.round(picture.width * scale), Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return canvas.convertToBlob({ type: 'image/jpeg', quality: 0.85 });
}

/** Keeps a picture on this device until it is sent; gives the id it will have everywhere. */
export async function queuePicture(jobId: string, blob: Blob): Promise<string> {
  const id = crypto.randomUUID();
  await (await deviceDatabase()).put('pictures', { id, jobId, blob } satisfies WaitingPicture, id);
  return id;
}

export async function waitingPictures(): Promise<WaitingPicture[]> {
  return (await deviceDatabase()).getAll('pictures') as Promise<WaitingPicture[]>;
}

export async function waitingPicture(id: string): Promise<WaitingPicture | null> {
  const found: unknown = await (await deviceDatabase()).get('pictures', id);
  return (found as WaitingPicture | undefined) ?? null;
}

export async function dropWaiting(id: string): Promise<void> {
  await (await deviceDatabase()).delete('pictures', id);
}
