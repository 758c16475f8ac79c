/** Where the picture of crossed polarisers is no longer even. */
export interface CrossAsked {
  /** Half the diagonal angle of view, rad. */
  readonly halfRad: number;
  /** How much darker or brighter a corner may be than the middle, stops. */
  readonly unevenStops: number;
  /** Refractive index of the film, in which the rays run steeper than in air. */
  readonly index: number;
}

/**
 * How far apart the axes of two crossed sheets look to a ray at the corner of the picture, beyond what they are apart in
 * the middle, rad: for a ray with direction k the axes x and y pass light along k × x and k × y, whose cosine is
 * −kₓk_y ∕ √((1 − kₓ²)(1 − k_y²)); on the diagonal kₓ = k_y = sin θ ∕ √2 (geometry of ideal sheet polarisers).
 */
export function measureCornerTiltRad({ halfRad, index }: CrossAsked): number {
  const half = (Math.sin(halfRad) / index) ** 2 / 2;
  return Math.asin(half / (1 - half));
}

/**
 * The most that a pair of polarisers may take beyond what it takes when parallel before a corner differs from the middle by
 * more than is allowed, stops. By Malus's law the middle passes cos²α, the corners on one diagonal cos²(α − δ) and those on the
 * other cos²(α + δ): the first are brighter by u stops where tan α = (2^(u ∕ 2) − cos δ) ∕ sin δ, the others darker by u where
 * tan α = (cos δ − 2^(−u ∕ 2)) ∕ sin δ; the smaller counts. Infinity where nothing is uneven, as at a long focal length.
 */
export function measureEvenStops(asked: CrossAsked): number {
  const delta = measureCornerTiltRad(asked);
  if (delta < 1e-9) return Infinity;
  const factor = 2 ** (asked.unevenStops / 2);
  const brighter = (factor - Math.cos(delta)) / Math.sin(delta);
  const darker = (Math.cos(delta) - 1 / factor) / Math.sin(delta);
  const tan = Math.max(0, Math.min(brighter, darker));
  return Math.log2(1 + tan ** 2);
}
