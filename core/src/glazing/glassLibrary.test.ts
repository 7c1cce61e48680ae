import { glassBuild } from './glassLibrary.ts';
import { glazingOptics } from './glazing.ts';
import { heatFigures } from './standards.ts';
import type { GlassKind } from '../survey/index.ts';

/**
 * Light, sun and UV through it, and its U value (EN 673). Clear glass as it is sold; the others as these builds came out when
 * they were looked at: who changes one must mean to.
 */
const usual: readonly (readonly [GlassKind, number, number, number, number, number])[] = [
  ['single', 1, 0.9, 0.8, 0.65, 5.8],
  ['double', 2, 0.81, 0.66, 0.48, 2.9],
  ['triple', 3, 0.73, 0.54, 0.32, 1.9],
  ['tintedSingle', 1, 0.49, 0.46, 0.24, 5.7],
  ['tintedDouble', 2, 0.43, 0.37, 0.17, 2.8],
  ['lowEDouble', 2, 0.79, 0.5, 0.22, 1.1],
  ['hardLowEDouble', 2, 0.74, 0.57, 0.3, 2.0],
  ['laminated', 1, 0.88, 0.75, 0.01, 5.7],
  ['wired', 1, 0.88, 0.75, 0.58, 5.7],
  ['patterned', 1, 0.9, 0.8, 0.65, 5.8],
  ['tempered', 1, 0.88, 0.75, 0.58, 5.7],
  ['plastic', 1, 0.9, 0.8, 0.65, 5.3],
  ['block', 2, 0.72, 0.46, 0.18, 2.7],
];

describe('generic glass', () => {
  test.each(usual)(
    '%s has %d panes and lets through what such glass does',
    (kind, count, light, sun, uv, u) => {
      const { panes, gaps, edges } = glassBuild(kind, null);
      expect([panes.length, gaps.length, edges.length]).toEqual([count, count - 1, count]);
      const through = (band: 'visible' | 'solar' | 'uv') => glazingOptics({ panes, films: [] }, band).t;
      expect(Math.abs(through('visible') - light)).toBeLessThan(0.02);
      expect(Math.abs(through('solar') - sun)).toBeLessThan(0.03);
      expect(Math.abs(through('uv') - uv)).toBeLessThan(0.03);
      expect(Math.abs(heatFigures({ panes, gaps, films: [] }, 'en').uValue - u)).toBeLessThan(0.15);
    },
  );

  test('bears what its make bears, with cut edges', () => {
    const strength = (kind: GlassKind) => glassBuild(kind, null).edges.map((each) => each.strength);
    expect(strength('double')).toEqual(['annealed', 'annealed']);
    expect(
      ['laminated', 'wired', 'patterned', 'tempered', 'plastic'].map(
        (kind) => strength(kind as GlassKind)[0],
      ),
    ).toEqual(['laminated', 'wired', 'patterned', 'tempered', 'tempered']);
    expect(strength('block')).toEqual(['block', 'block']);
    expect(new Set(glassBuild('triple', null).edges.map(({ edge }) => edge))).toEqual(new Set(['cut']));
  });

  test('of another thickness takes up that much more, and reflects a little less', () => {
    const [thin, thick] = [glassBuild('single', 3), glassBuild('single', 6)].map(({ panes: [pane] }) => pane);
    expect([thin?.thicknessMm, thick?.thicknessMm]).toEqual([3, 6]);
    expect(thin?.solar.t).toBeCloseTo(0.835, 2);
    expect(thick?.solar.t).toBeCloseTo(0.76, 2);
    expect(thin?.visible.rOut).toBeCloseTo(0.082, 2);
    expect(thick?.solar.rOut).toBeLessThan(thin?.solar.rOut ?? 0);
    // A plate: what it lets through and reflects is what two faces and a body do.
    expect(thin?.visible.rOut).toBe(thin?.visible.rIn);
  });
});
