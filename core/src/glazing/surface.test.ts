import { addLayer, bandFrom, faceOfPlate, seenFrom, withoutFace } from './surface.ts';

/** A plate of two faces and a body, by the sum of all that goes to and fro (EN 410 annex A). */
function plateOf(face: number, tau: number) {
  const t = (tau * (1 - face) ** 2) / (1 - (face * tau) ** 2);
  return { t, r: face + (face * tau * tau * (1 - face) ** 2) / (1 - (face * tau) ** 2) };
}

describe('the bare face of a plate', () => {
  test.each([
    [0.04, 1],
    [0.05, 0.8],
    [0.0427, 0.35],
    [0.2, 0.6],
    [0.45, 0.9],
    [0, 0.7],
  ])('of %d is found again through a body that lets %d through', (face, tau) => {
    expect(faceOfPlate(plateOf(face, tau))).toBeCloseTo(face, 9);
  });

  test('of an opaque plate is all it throws back', () => {
    expect(faceOfPlate({ t: 0, r: 0.07 })).toBe(0.07);
    expect(faceOfPlate({ t: 0, r: 0 })).toBe(0);
    expect(faceOfPlate({ t: 0, r: 1 })).toBeNull();
    expect(faceOfPlate({ t: 0, r: -0.01 })).toBeNull();
  });

  test('is not there where no plate has such figures', () => {
    // More light through and back than there is, too bright a face, less than nothing.
    expect(faceOfPlate({ t: 0.95, r: 0.2 })).toBeNull();
    expect(faceOfPlate({ t: 0.1, r: 0.7 })).toBeNull();
    expect(faceOfPlate({ t: 0.5, r: -0.02 })).toBeNull();
  });
});

test('a face that is taken off and put back leaves the pane as it was, from either side', () => {
  const pane = { t: 0.4, rOut: 0.21, rIn: 0.33 };
  for (const side of ['out', 'in'] as const) {
    const seen = seenFrom(side, pane);
    expect([seen.rHere, seen.rThere]).toEqual(side === 'out' ? [0.21, 0.33] : [0.33, 0.21]);
    const peeled = withoutFace(seen, 0.042);
    const again = addLayer({ t: 1 - 0.042, rAir: 0.042, rGlass: 0.042 }, peeled);
    const back = bandFrom(side, again);
    expect(back.t).toBeCloseTo(0.4, 9);
    expect(back.rOut).toBeCloseTo(0.21, 9);
    expect(back.rIn).toBeCloseTo(0.33, 9);
  }
});
