import type { PhotoFit, ViewName } from '@zucchini/core';
import { del, get, set } from 'idb-keyval';

/** A photograph of one face, kept in this browser and sent nowhere. */
export interface FacePhoto {
  /** The picture itself, made smaller, as a data address. */
  readonly url: string;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly fit: PhotoFit;
  readonly opacity: number;
}

/** Larger files are refused before they are opened: a camera's largest pictures are below it. */
export const largestPhotoBytes = 30 * 1024 * 1024;
/** Pictures are kept at most so large; more is not seen on a face. */
const largestPx = 2000;

const keyOf = (partId: string, view: ViewName) => `zucchini-photo ${partId} ${view}`;

export async function readPhoto(partId: string, view: ViewName): Promise<FacePhoto | undefined> {
  try {
    return await get<FacePhoto>(keyOf(partId, view));
  } catch {
    // A browser that keeps nothing shows no photograph.
    return undefined;
  }
}

export async function keepPhoto(partId: string, view: ViewName, photo: FacePhoto): Promise<void> {
  await set(keyOf(partId, view), JSON.parse(JSON.stringify(photo)));
}

export async function dropPhoto(partId: string, view: ViewName): Promise<void> {
  await del(keyOf(partId, view));
}

/**
 * Opens a picture file and makes it small enough to draw behind a face; it is laid with its middle on the
 * face's middle, as wide as `widthMm`, until two points say otherwise. Throws an Error that names the file.
 */
export async function openPhoto(
  file: File,
  middleMm: readonly [number, number],
  widthMm: number,
): Promise<FacePhoto> {
  if (file.size > largestPhotoBytes) {
    const mb = (file.size / 1024 / 1024).toFixed(0);
    throw new Error(
      `“${file.name}” has ${mb} MB; a photograph has at most ${largestPhotoBytes / 1024 / 1024} MB here. Save it smaller and bring it again.`,
    );
  }
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file);
  } catch {
    throw new Error(`“${file.name}” is no picture that this browser can open.`);
  }
  const shrink = Math.min(1, largestPx / Math.max(bitmap.width, bitmap.height));
  const [w, h] = [Math.round(bitmap.width * shrink), Math.round(bitmap.height * shrink)];
  const canvas = document.createElement('canvas');
  canvas.width = w;
  canvas.height = h;
  canvas.getContext('2d')!.drawImage(bitmap, 0, 0, w, h);
  bitmap.close();
  const mmPerPx = widthMm / w;
  return {
    url: canvas.toDataURL('image/jpeg', 0.85),
    widthPx: w,
    heightPx: h,
    opacity: 0.6,
    fit: {
      a: [0, h / 2],
      b: [w, h / 2],
      distanceMm: widthMm,
      origin: [w / 2 - middleMm[0] / mmPerPx, h / 2 + middleMm[1] / mmPerPx],
      turnDeg: 0,
    },
  };
}
