import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { paneToFitForTest } from '../../testing/fitting.ts';
import { fittingPlan, kitFor, loadedItems, type KnownEntry, type LogSays } from '../index.ts';

const [rules] = DEFAULT_RULE_SETS;
const planned = (changes: Parameters<typeof paneToFitForTest>[0] = {}) => {
  const toFit = paneToFitForTest(changes);
  return { toFit, plan: fittingPlan(toFit.asked, rules, toFit.more) };
};
const amounts = (...panes: ReturnType<typeof planned>[]) =>
  Object.fromEntries(kitFor(panes, rules).lines.map(({ item, amount }) => [item, amount]));

test('nothing is loaded for no panes', () => {
  expect(kitFor([], rules)).toMatchObject({
    lines: [],
    fills: 0,
    hands: 1,
    solution: { ml: 0, school: 'none' },
  });
});

test('plain panes take blades by the metres cut, cloths and bags by the area, sheets by the panes', () => {
  const panes = Array.from({ length: 4 }, () => planned());
  const kit = kitFor(panes, rules);
  // 4 × 4.6 m at 6 m a snap; 5.04 m² of cloths at 0.6.
  expect(amounts(...panes)).toEqual({
    ...{ snapBlades: 4, scraperBlades: 2, cloths: 4, dropSheets: 2, wasteBags: 1 },
    ...{
      sprayBottle: 1,
      squeegee: 1,
      scraper: 1,
      scrubPad: 1,
      card: 1,
      edgeTool: 1,
      tape: 1,
      thermometer: 1,
    },
  });
  expect(kit.solution).toMatchObject({ ml: 1764, soap: { amount: 36, unit: 'drops' } });
  expect(kit.fills).toBe(2);
  expect(kit.hands).toBe(1);
});

test('each seam takes a new blade and a straight edge', () => {
  const spliced = planned({ pane: { widthMm: 2400, heightMm: 2000 }, piece: { panels: 3 } });
  expect(amounts(spliced)).toMatchObject({ snapBlades: Math.ceil((8.8 + 4) / 6) + 2, straightEdge: 1 });
});

test('what is bench cut takes no edge tool; what is hung dry no sprayer, card or soap', () => {
  const bench = amounts(planned({ piece: { school: 'bench' } }));
  expect(bench).not.toHaveProperty('edgeTool');
  expect(bench).not.toHaveProperty('snapBlades');
  const dry = kitFor([planned({ film: { kind: 'perforated' } })], rules);
  expect(dry.lines.map(({ item }) => item)).not.toEqual(expect.arrayContaining(['sprayBottle']));
  expect(dry.lines.map(({ item }) => item)).not.toEqual(expect.arrayContaining(['card']));
  expect(dry.solution.school).toBe('none');
  expect(dry.fills).toBe(0);
});

test('height decides between a step and a ladder, and the way whether a table comes', () => {
  const at = (sillOverFloorMm: number) => amounts(planned({ pane: { sillOverFloorMm } }));
  expect(at(700)).not.toHaveProperty('step');
  expect(at(701)).toMatchObject({ step: 1 });
  expect(at(1200)).toMatchObject({ step: 1 });
  expect(at(1201)).toMatchObject({ ladder: 1 });
  expect(at(1201)).not.toHaveProperty('step');
  expect(amounts(planned({ more: { hang: 'tapeToTable' } }))).toMatchObject({ workTable: 1 });
});

test('anchoring takes cartridges, tips, a gun and tape along both lines; an outside film edge sealer', () => {
  const anchored = planned({
    film: { kind: 'security', thicknessUm: 200 },
    anchor: { bead: 'full', sides: ['left', 'top', 'right', 'bottom'] },
  });
  // 4.6 m of 12 + 12 mm are 331 ml, 381 with waste: one of 600 opens as much as two of 300, and the larger is taken.
  expect(amounts(anchored)).toMatchObject({ sealant600: 1, sealantTips: 1, sealantGun: 1, maskingTape: 10 });
  expect(amounts(anchored)).not.toHaveProperty('sealant300');
  expect(amounts(planned({ pane: { side: 'outside' } }))).toMatchObject({ edgeSealer: 19 });
  expect(kitFor([anchored, planned()], rules).hands).toBe(2);
  const profile = planned({ film: { kind: 'security' }, anchor: { bead: 'profile', sides: ['left'] } });
  expect(amounts(profile)).not.toHaveProperty('maskingTape');
});

test('an item is loaded until it is taken off again', () => {
  const says = (...all: LogSays[]): KnownEntry[] =>
    all.map((each, at) => ({
      id: String(at),
      paneId: null,
      at: '2027-03-01T09:00:00Z',
      by: null,
      says: each,
    }));
  expect([
    ...loadedItems(
      says(
        { kind: 'loaded', item: 'cloths', loaded: true },
        { kind: 'loaded', item: 'tape', loaded: true },
        { kind: 'loaded', item: 'cloths', loaded: false },
        { kind: 'paused' },
      ),
    ),
  ]).toEqual(['tape']);
});
