/** A point of a photograph, in its own pixels: x to the right, y down. */
export type Pixel = readonly [number, number];

/** How a photograph of a face lies behind the drawing. */
export interface PhotoFit {
  /** Two points on the photograph, and how far apart they are on the part. */
  readonly a: Pixel;
  readonly b: Pixel;
  readonly distanceMm: number;
  /** The pixel that lies on the part's origin as this face shows it. */
  readonly origin: Pixel;
  /** How far the photograph is turned clockwise to stand upright, in degrees. */
  readonly turnDeg: number;
}

/** The photograph's scale, or why it has none. */
export type PhotoScale =
  | { readonly state: 'scaled'; readonly mmPerPx: number }
  | { readonly state: 'unscaled'; readonly why: 'same-point' | 'no-distance' };

/** Two points nearer than this cannot be told apart by hand; their scale would be worth nothing. */
export const leastPixels = 8;

/** How many millimetres a pixel is, from two points of known distance. */
export function measurePhotoScale(fit: Pick<PhotoFit, 'a' | 'b' | 'distanceMm'>): PhotoScale {
  const px = Math.hypot(fit.b[0] - fit.a[0], fit.b[1] - fit.a[1]);
  if (px < leastPixels) return { state: 'unscaled', why: 'same-point' };
  if (!(fit.distanceMm > 0)) return { state: 'unscaled', why: 'no-distance' };
  return { state: 'scaled', mmPerPx: fit.distanceMm / px };
}

/** Where a pixel lies on the page of the face, mm: x to the right, y up. */
export function toFaceMm(fit: PhotoFit, mmPerPx: number, pixel: Pixel): readonly [number, number] {
  const turn = (-fit.turnDeg * Math.PI) / 180;
  const [x, y] = [(pixel[0] - fit.origin[0]) * mmPerPx, -(pixel[1] - fit.origin[1]) * mmPerPx];
  return [x * Math.cos(turn) - y * Math.sin(turn), x * Math.sin(turn) + y * Math.cos(turn)];
}

/** The pixel that lies at a place of the face: the inverse of {@link toFaceMm}. */
export function toPixel(fit: PhotoFit, mmPerPx: number, atMm: readonly [number, number]): Pixel {
  const turn = (fit.turnDeg * Math.PI) / 180;
  const x = atMm[0] * Math.cos(turn) - atMm[1] * Math.sin(turn);
  const y = atMm[0] * Math.sin(turn) + atMm[1] * Math.cos(turn);
  return [fit.origin[0] + x / mmPerPx, fit.origin[1] - y / mmPerPx];
}
