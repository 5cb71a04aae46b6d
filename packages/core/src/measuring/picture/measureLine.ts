export interface Point {
  readonly x: number;
  readonly y: number;
}

/** A line laid on a picture. Lengths in pixels, shares 0–100 of the picture's height, angle in degrees. */
export interface LineReading {
  readonly dx: number;
  readonly dy: number;
  readonly distance: number;
  readonly share: number;
  /** From the horizontal, −180 to 180, positive upwards. */
  readonly angle: number;
}

/** Distance and angle from one point to another. */
export function measureLine(from: Point, to: Point, pictureHeight: number): LineReading {
  const dx = to.x - from.x;
  const dy = to.y - from.y;
  const distance = Math.hypot(dx, dy);
  return {
    dx,
    dy,
    distance,
    share: (100 * distance) / pictureHeight,
    angle: distance === 0 ? 0 : (Math.atan2(-dy, dx) * 180) / Math.PI,
  };
}
