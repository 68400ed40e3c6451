export interface Spot {
  name: string;
  x: number;
  y: number;
}
export interface LabelledSpot extends Spot {
  labelX: number;
  labelY: number;
}
const LINE = 13;
const NEAR_PX = 26;

/** Labels beside their spots, moved down or up until none lies on another. */
export function apart(spots: Spot[]): LabelledSpot[] {
  const placed: LabelledSpot[] = [];
  for (const spot of [...spots].sort((a, b) => a.y - b.y)) {
    let labelY = spot.y + 4;
    const taken = placed.filter((other) => Math.abs(other.labelX - (spot.x + 8)) < NEAR_PX);
    while (taken.some((other) => Math.abs(other.labelY - labelY) < LINE)) labelY += 1;
    placed.push({ ...spot, labelX: spot.x + 8, labelY });
  }
  return spots.map((spot) => placed.find((one) => one.name === spot.name) as LabelledSpot);
}
