import { mergeData } from './merge.ts';

const before = {
  frame: 'timber',
  sillMm: 900,
  readings: { widthTop: { mm: 800, typed: '800' }, widthMiddle: null },
};

test('what only one side changed is kept of both, without asking', () => {
  const merged = mergeData(before, { ...before, frame: 'steel' }, { ...before, sillMm: 450.5 });
  expect(merged.conflicts).toEqual([]);
  expect(merged.preferMine).toEqual({ ...before, frame: 'steel', sillMm: 450.5 });
  expect(merged.preferTheirs).toEqual(merged.preferMine);
});

test('what both changed is named with both values, and each choice gives its own', () => {
  const merged = mergeData(before, { ...before, frame: 'steel' }, { ...before, frame: 'pvc', sillMm: 0 });
  expect(merged.conflicts).toEqual([{ path: ['frame'], mine: 'steel', theirs: 'pvc' }]);
  expect(merged.preferMine).toMatchObject({ frame: 'steel', sillMm: 0 });
  expect(merged.preferTheirs).toMatchObject({ frame: 'pvc', sillMm: 0 });
});

test('the same change on both sides is no conflict', () => {
  const both = { ...before, frame: 'steel' };
  expect(mergeData(before, both, structuredClone(both)).conflicts).toEqual([]);
});

test('a reading is one thing: never half of mine and half of theirs', () => {
  const mine = { ...before, readings: { ...before.readings, widthTop: { mm: 801, typed: '801' } } };
  const theirs = { ...before, readings: { ...before.readings, widthTop: { mm: 802, typed: '80.2 cm' } } };
  const merged = mergeData(before, mine, theirs);
  expect(merged.conflicts.map(({ path }) => path)).toEqual([['readings', 'widthTop']]);
  expect(merged.preferMine).toEqual(mine);
  expect(merged.preferTheirs).toEqual(theirs);
});

test('two readings at different places are both kept', () => {
  const mine = { ...before, readings: { ...before.readings, widthTop: { mm: 801, typed: '801' } } };
  const theirs = { ...before, readings: { ...before.readings, widthMiddle: { mm: 799, typed: '799' } } };
  expect(mergeData(before, mine, theirs)).toMatchObject({
    conflicts: [],
    preferMine: { readings: { widthTop: { mm: 801 }, widthMiddle: { mm: 799 } } },
  });
});

test('a record taken away against a record changed is asked about as a whole', () => {
  const changed = { ...before, frame: 'steel' };
  const merged = mergeData(before, changed, null);
  expect(merged).toMatchObject({ conflicts: [{ path: [] }], preferMine: changed, preferTheirs: null });
  expect(mergeData(before, before, null)).toMatchObject({ conflicts: [], preferMine: null });
});

test('lists are whole: two faults noted at once are asked about, not mixed', () => {
  const fitting = { faults: [{ id: 'a' }] };
  const merged = mergeData(
    fitting,
    { faults: [{ id: 'a' }, { id: 'b' }] },
    { faults: [{ id: 'a' }, { id: 'c' }] },
  );
  expect(merged.conflicts.map(({ path }) => path)).toEqual([['faults']]);
});
