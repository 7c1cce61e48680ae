/** A wall on the plan of a site: lengths in mm on paper's own axes (x to the right, y down), angles clockwise from up. */
export interface WallOnPlan {
  /** The middle of the wall. */
  readonly xMm: number;
  readonly yMm: number;
  /** Where its outside looks on paper. */
  readonly facesDeg: number;
}

export interface PlannedWall extends WallOnPlan {
  readonly widthMm: number;
}

const RAD = Math.PI / 180;
const turned = (degrees: number) => ((degrees % 360) + 360) % 360;

/** The bearing of a wall's outside, clockwise from true north, on a plan whose arrow points to `northDeg` on paper. */
export function bearingOnPlan(facesDeg: number, northDeg: number): number {
  return turned(facesDeg - northDeg);
}

/** Where the outside of a wall of a known bearing looks on such a plan. */
export function facesOnPlan(bearingDeg: number, northDeg: number): number {
  return turned(bearingDeg + northDeg);
}

/** Both ends of a wall on the plan: the left and the right one as seen from inside. */
export function endsOnPlan({ xMm, yMm, facesDeg, widthMm }: PlannedWall): {
  readonly left: { readonly x: number; readonly y: number };
  readonly right: { readonly x: number; readonly y: number };
} {
  // Who looks out has the right end of the wall a quarter turn clockwise from where it faces.
  const along = (facesDeg + 90) * RAD;
  const half = widthMm / 2;
  const [dx, dy] = [Math.sin(along) * half, -Math.cos(along) * half];
  return { left: { x: xMm - dx, y: yMm - dy }, right: { x: xMm + dx, y: yMm + dy } };
}

/** Rooms of this depth are taken where nobody has drawn any. */
const ROOM_HALF_DEPTH_MM = 2500;

/** A first place for walls by their bearings, each outward from the middle and those of one side beside each other. */
export function layOut(
  walls: readonly { readonly bearingDeg: number; readonly widthMm: number }[],
  northDeg: number,
): WallOnPlan[] {
  const sides = new Map<number, number>();
  const runOf = (side: number) =>
    walls.reduce((sum, wall) => (sideOf(wall.bearingDeg) === side ? sum + wall.widthMm : sum), 0);
  const furthest = Math.max(ROOM_HALF_DEPTH_MM, ...walls.map((wall) => runOf(sideOf(wall.bearingDeg)) / 2));
  return walls.map(({ bearingDeg, widthMm }) => {
    const side = sideOf(bearingDeg);
    const before = sides.get(side) ?? 0;
    sides.set(side, before + widthMm);
    const facesDeg = facesOnPlan(bearingDeg, northDeg);
    const out = facesDeg * RAD;
    const along = before + widthMm / 2 - runOf(side) / 2;
    return {
      facesDeg,
      xMm: Math.sin(out) * furthest + Math.cos(out) * along,
      yMm: -Math.cos(out) * furthest + Math.sin(out) * along,
    };
  });
}

const sideOf = (bearingDeg: number) => Math.round(turned(bearingDeg) / 45) % 8;
