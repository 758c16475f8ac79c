/**
 * Tilt and lean of a body hung from a point: tilt = atan2(ahead, √(below² + left²)), lean =
 * atan2(left, below), both in radians. Statics: the centre of mass comes to rest below the point.
 */
export function measureHangAngles(
  aheadMm: number,
  leftMm: number,
  belowMm: number,
): { readonly tiltRad: number; readonly leanRad: number } {
  return {
    tiltRad: Math.atan2(aheadMm, Math.hypot(belowMm, leftMm)),
    leanRad: Math.atan2(leftMm, belowMm),
  };
}
