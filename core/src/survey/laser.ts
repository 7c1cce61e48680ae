/** What a laser distance meter answers. */
export type LaserAnswer =
  | { readonly kind: 'read'; readonly mm: number }
  | { readonly kind: 'lost'; readonly because: 'connection' | 'noReflection' };

/** A laser distance meter, real or stood in for. */
export interface LaserMeter {
  readonly name: string;
  /** Whether this is no real device. */
  readonly standIn: boolean;
  readonly connect: () => Promise<void>;
  readonly measure: () => Promise<LaserAnswer>;
}

/** How a stand-in behaves; shares from 0 to 1, lengths mm. */
export interface LaserHabits {
  readonly noiseMm: number;
  readonly wrongEdgeShare: number;
  /** By how much a wrong edge (the frame instead of the gasket) is off. */
  readonly wrongEdgeMm: { readonly from: number; readonly to: number };
  readonly lostShare: number;
}

/** Like the usual pocket meters: ±1 mm, and people who aim at the frame. */
export const USUAL_LASER: LaserHabits = {
  noiseMm: 1,
  wrongEdgeShare: 0.06,
  wrongEdgeMm: { from: 12, to: 45 },
  lostShare: 0.04,
};

/** What the stand-in answers for a target of a true length: noise, now and then the wrong edge, now and then nothing. */
export function standInAnswer(targetMm: number, habits: LaserHabits, random: () => number): LaserAnswer {
  const chance = random();
  if (chance < habits.lostShare)
    return { kind: 'lost', because: random() < 0.5 ? 'connection' : 'noReflection' };
  const noise = (2 * random() - 1) * habits.noiseMm;
  const { from, to } = habits.wrongEdgeMm;
  const wrong = chance < habits.lostShare + habits.wrongEdgeShare ? from + random() * (to - from) : 0;
  return { kind: 'read', mm: Math.round((targetMm + noise + wrong) * 10) / 10 };
}
