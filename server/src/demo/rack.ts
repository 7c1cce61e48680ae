import type { Consumable, RackEntry } from '@neat-sill/core/contract';

/** What stands on the demo shop's rack, with the lot on its box and its place. */
export const DEMO_RACK: readonly Pick<RackEntry, 'entry' | 'lot' | 'place'>[] = [
  {
    entry: {
      id: 'G-118',
      filmId: 'gannet-silver-20',
      kind: 'roll',
      width: 1524,
      length: 22400,
      factoryEdges: ['left', 'right'],
    },
    lot: 'G2604',
    place: 'bay 1',
  },
  {
    entry: {
      id: 'G-102 rest',
      filmId: 'gannet-silver-20',
      kind: 'offcut',
      width: 610,
      length: 1450,
      factoryEdges: ['right'],
    },
    lot: 'G2551',
    place: 'bin of offcuts',
  },
  {
    entry: {
      id: 'P-31',
      filmId: 'plover-frost',
      kind: 'roll',
      width: 1219,
      length: 6200,
      factoryEdges: ['left', 'right'],
    },
    lot: 'P2611',
    place: 'bay 3',
  },
];

/** What is used up beside film. */
export const DEMO_CONSUMABLES: readonly Omit<Consumable, 'id' | 'version'>[] = [
  { name: 'Snap-off blades, carbon', unit: 'pieces', onHand: 40, least: 50, place: 'van, left drawer' },
  { name: 'Slip concentrate', unit: 'ml', onHand: 1200, least: 250, place: 'bay 2' },
  { name: 'Edge sealer, clear', unit: 'ml', onHand: 580, least: 290, place: 'bay 2' },
  { name: 'Lint-free cloths', unit: 'pieces', onHand: 12, least: null, place: 'van' },
];
