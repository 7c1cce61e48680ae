import { between, firstFrom, joined, lastUpTo, within, without, type Span } from './intervals.ts';

/* Spans of whole minutes, both ends in. */

const spans: readonly Span[] = [
  [10, 20],
  [30, 40],
];

test('taking out leaves what is before and after, to the minute; what touches nothing or is no span takes nothing', () => {
  expect(without(spans, [[12, 15]])).toEqual([
    [10, 11],
    [16, 20],
    [30, 40],
  ]);
  expect(without(spans, [[10, 20]])).toEqual([[30, 40]]);
  expect(without(spans, [[20, 30]])).toEqual([
    [10, 19],
    [31, 40],
  ]);
  expect(
    without(spans, [
      [0, 10],
      [40, 50],
    ]),
  ).toEqual([
    [11, 20],
    [30, 39],
  ]);
  expect(
    without(spans, [
      [0, 9],
      [21, 29],
      [41, 60],
    ]),
  ).toEqual(spans);
  expect(without(spans, [[15, 14]])).toEqual(spans);
  expect(without(spans, [[15, 15]])).toEqual([
    [10, 14],
    [16, 20],
    [30, 40],
  ]);
});

test('what is in both goes from the later beginning to the earlier end, for each pair that meets', () => {
  expect(within(spans, [[15, 35]])).toEqual([
    [15, 20],
    [30, 35],
  ]);
  expect(
    within(spans, [
      [0, 9],
      [20, 30],
      [41, 50],
    ]),
  ).toEqual([
    [20, 20],
    [30, 30],
  ]);
  expect(within([[0, 100]], spans)).toEqual(spans);
  expect(
    within(spans, [
      [12, 13],
      [15, 16],
      [33, 50],
    ]),
  ).toEqual([
    [12, 13],
    [15, 16],
    [33, 40],
  ]);
  expect(within(spans, [])).toEqual([]);
  expect(within([], spans)).toEqual([]);
  // One span of the other may meet two of this.
  expect(
    within(
      [
        [1, 3],
        [5, 7],
      ],
      [[2, 6]],
    ),
  ).toEqual([
    [2, 3],
    [5, 6],
  ]);
});

test('spans that touch or overlap are one, in whatever order they come', () => {
  expect(
    joined([
      [30, 40],
      [10, 20],
      [21, 25],
    ]),
  ).toEqual([
    [10, 25],
    [30, 40],
  ]);
  expect(
    joined([
      [10, 50],
      [20, 30],
      [51, 52],
      [54, 55],
    ]),
  ).toEqual([
    [10, 52],
    [54, 55],
  ]);
  expect(joined([])).toEqual([]);
});

test('the first minute from one on, and the last up to one', () => {
  expect([0, 10, 15, 20, 21, 40, 41].map((minute) => firstFrom(spans, minute))).toEqual([
    ...[10, 10, 15, 20, 30, 40, null],
  ]);
  expect([9, 10, 15, 20, 25, 30, 50].map((minute) => lastUpTo(spans, minute))).toEqual([
    ...[null, 10, 15, 20, 20, 30, 40],
  ]);
});

test('moments between two others are neither of them', () => {
  expect(between([5, 10, 15, 20], 5, 20)).toEqual([10, 15]);
  expect(between([5, 10, 15, 20], 0, 6)).toEqual([5]);
  expect(between([5, 10, 15, 20], 12, 99)).toEqual([15, 20]);
  expect(between([5, 10, 15, 20], 20, 99)).toEqual([]);
  expect(between([5, 10], 6, 7)).toEqual([]);
  expect(between([], 0, 9)).toEqual([]);
});
