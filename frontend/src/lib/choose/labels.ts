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
const SPOT_PX = 9;

/** Labels beside their spots, moved down until none lies on another label or on a spot. */
export function apart(spots: Spot[]): LabelledSpot[] {
  const placed: LabelledSpot[] = [];
  for (const spot of [...spots].sort((a, b) => a.y - b.y)) {
    let labelY = spot.y + 4;
    const labels = placed.filter((other) => Math.abs(other.labelX - (spot.x + 8)) < NEAR_PX);
    const inTheWay = spots.filter((other) => other.x > spot.x + 2 && other.x < spot.x + NEAR_PX);
    const free = (y: number) =>
      !labels.some((label) => Math.abs(label.labelY - y) < LINE) &&
      !inTheWay.some((other) => Math.abs(other.y + 4 - y) < SPOT_PX);
    while (!free(labelY)) labelY += 1;
    placed.push({ ...spot, labelX: spot.x + 8, labelY });
  }
  return spots.map((spot) => placed.find((label) => label.name === spot.name) as LabelledSpot);
}
