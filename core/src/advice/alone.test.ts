import { DEFAULT_RULE_SETS } from '../rules/index.ts';
import { leaveToProfessional, type PaneToFit } from './alone.ts';

const { film: rules } = DEFAULT_RULE_SETS[0];
const small: PaneToFit = {
  film: { kind: 'frosted', mount: 'inside' },
  breakage: 'fine',
  areaM2: rules.alone.glassUpToM2,
  topOverFloorMm: rules.alone.highestMm,
  floorOverGroundMm: 6000,
  seamed: false,
};
const said = (pane: Partial<PaneToFit>) => leaveToProfessional({ ...small, ...pane }, rules);

test('a householder may fit what is small, low, cool and in one piece, also upstairs', () => {
  expect(said({})).toBeNull();
});

test('each danger is a reason by itself', () => {
  expect(said({ breakage: 'ask' })).toEqual({ code: 'heat', verdict: 'ask' });
  expect(said({ topOverFloorMm: 2101 })).toEqual({ code: 'height', topMm: 2101, over: 'floor' });
  expect(said({ film: { kind: 'outsideSilver', mount: 'outside' } })).toEqual({
    code: 'height',
    topMm: 8100,
    over: 'ground',
  });
  for (const kind of ['clearSecurity', 'solarSecurity'] as const)
    expect(said({ film: { kind, mount: 'inside' } })).toEqual({ code: 'bead' });
  expect(said({ seamed: true })).toEqual({ code: 'splice' });
  expect(said({ areaM2: 1.01 })).toEqual({ code: 'size', areaM2: 1.01 });
});

test('of several the most dangerous is said', () => {
  const worst: Partial<PaneToFit> = { areaM2: 4, seamed: true, topOverFloorMm: 3000, breakage: 'no' };
  expect(said(worst)?.code).toBe('heat');
  expect(said({ ...worst, breakage: 'fine' })?.code).toBe('height');
  expect(said({ ...worst, breakage: 'fine', topOverFloorMm: 2000 })?.code).toBe('splice');
});
