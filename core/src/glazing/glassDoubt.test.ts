import { GLASS_KINDS, type GlassProbe } from '../survey/index.ts';
import { asProbed, glassDoubt } from './glassDoubt.ts';

const NOTED = { at: '2026-05-04T15:00:00Z', by: null, keptBecause: null };

/** What was found on a kind of glass, with some of it otherwise. */
function probe(kind: (typeof GLASS_KINDS)[number], changes: Partial<GlassProbe> = {}): GlassProbe {
  const { panes, coatedFace, light, solar, uv } = asProbed(kind, null);
  return { panes, coatedFace, light, solar, uv, thicknessMm: null, ...NOTED, ...changes };
}
const asked = (
  glass: (typeof GLASS_KINDS)[number],
  probed: GlassProbe | null,
  glassMm: number | null = null,
) => glassDoubt({ glass, glassMm, probed });

describe('glass as entered against what instruments find', () => {
  test.each(GLASS_KINDS)('%s agrees with itself', (kind) => {
    expect(asked(kind, probe(kind))).toBeNull();
  });

  test('nothing is asked before anybody probed, or once somebody said why the entry stands', () => {
    expect(asked('single', null)).toBeNull();
    expect(asked('single', probe('double', { keptBecause: 'read through a storm pane' }))).toBeNull();
  });

  test('a second pane is found, and the kind that fits is offered', () => {
    expect(asked('single', probe('double'))).toMatchObject({
      disagreements: expect.arrayContaining([{ about: 'panes', entered: 1, found: 2 }]) as unknown,
      likely: 'double',
    });
  });

  test('a coating that nobody entered is asked about by its face', () => {
    expect(asked('double', probe('double', { coatedFace: 3 }))?.disagreements).toEqual([
      { about: 'coating', entered: null, found: 3 },
    ]);
    expect(asked('double', probe('lowEDouble'))?.likely).toBe('lowEDouble');
    expect(asked('lowEDouble', probe('double'))?.likely).toBe('double');
  });

  test.each([
    ['light', 0.06],
    ['solar', 0.08],
    ['uv', 0.15],
  ] as const)('%s counts from what meters and glass of one kind differ by', (about, tolerance) => {
    const entered = asProbed('double', null)[about];
    const at = (off: number) => asked('double', probe('double', { [about]: entered + off }));
    expect(at(tolerance - 0.001)).toBeNull();
    expect(at(-tolerance + 0.001)).toBeNull();
    expect(at(tolerance + 0.001)?.disagreements).toMatchObject([{ about, entered }]);
    expect(at(-tolerance - 0.001)).not.toBeNull();
  });

  test('a figure that was not read is not asked about', () => {
    expect(asked('double', probe('double', { light: null, solar: null, uv: null }))).toBeNull();
  });

  test('thickness is compared only where it was entered, to a millimetre and a half', () => {
    const twoOfSix = asProbed('double', 6).thicknessMm;
    const at = (thicknessMm: number, glassMm: number | null) =>
      asked('double', { ...probe('double', { light: null, solar: null, uv: null }), thicknessMm }, glassMm);
    expect(at(twoOfSix + 1.5, 6)).toBeNull();
    expect(at(twoOfSix + 1.6, 6)?.disagreements).toEqual([
      { about: 'thickness', entered: twoOfSix, found: twoOfSix + 1.6 },
    ]);
    expect(at(40, null)).toBeNull();
  });

  test('no other kind is offered where none fits better, and block never', () => {
    expect(asked('double', probe('double', { light: 0.01, solar: 0.99 }))?.likely).not.toBe('block');
    expect(asked('single', probe('block'))?.likely).not.toBe('block');
  });
});
