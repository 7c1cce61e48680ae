import type { DayCase } from './dayCase.ts';

/** The ways of a case by the moment at which they are begun. Places by number, moments in minutes of the case. */
export interface Ways {
  /** What a way takes at the least, whenever it is begun. */
  readonly least: (from: number, to: number) => number;
  /** When somebody who is free at a place at a moment can be at another at the earliest; they may wait for a clear road. */
  readonly there: (from: number, to: number, moment: number) => number;
  /** When somebody has to leave a place at the latest to be at another at a moment. */
  readonly leaveBy: (from: number, to: number, moment: number) => number;
  /** Moments at which ways begin to take otherwise, in their order. */
  readonly turns: readonly number[];
}

type Table = DayCase['travelMin'];

interface Piece {
  readonly from: number;
  /** Up to the next piece; its last whole minute is the one before. */
  readonly to: number;
  readonly table: Table;
}

/** Which table holds when, without a gap. */
function piecesOf({ travelMin, travelAt = [] }: DayCase): Piece[] {
  const pieces: Piece[] = [];
  let end = -Infinity;
  for (const { from, to, travelMin: table } of [...travelAt].sort((a, b) => a.from - b.from)) {
    if (from > end) pieces.push({ from: end, to: from, table: travelMin });
    pieces.push({ from, to, table });
    end = to;
  }
  return [...pieces, { from: end, to: Infinity, table: travelMin }];
}

/** The piece in which a moment lies. */
function pieceAt(pieces: readonly Piece[], moment: number): number {
  let [low, high] = [0, pieces.length - 1];
  while (low < high) {
    const middle = Math.ceil((low + high) / 2);
    if ((pieces[middle]?.from ?? Infinity) <= moment) low = middle;
    else high = middle - 1;
  }
  return low;
}

/** The ways of a case: as `travelMin` tells them, and as `travelAt` does where a way is begun in one of its stretches. */
export function waysIn(day: DayCase): Ways {
  const pieces = piecesOf(day);
  const way = (table: Table, from: number, to: number) => table[from]?.[to] ?? 0;
  if (pieces.length === 1)
    return {
      least: (from, to) => way(day.travelMin, from, to),
      there: (from, to, moment) => moment + way(day.travelMin, from, to),
      leaveBy: (from, to, moment) => moment - way(day.travelMin, from, to),
      turns: [],
    };
  const tables = [...new Set(pieces.map(({ table }) => table))];
  const least = day.places.map((_, from) =>
    day.places.map((__, to) => Math.min(...tables.map((table) => way(table, from, to)))),
  );
  return {
    turns: pieces.slice(1).map(({ from }) => from),
    least: (from, to) => least[from]?.[to] ?? 0,
    there: (from, to, moment) => {
      let best = Infinity;
      for (let at = pieceAt(pieces, moment); at < pieces.length; at += 1) {
        const piece = pieces[at] as Piece;
        const leaves = Math.max(moment, piece.from);
        if (leaves >= best) break;
        best = Math.min(best, leaves + way(piece.table, from, to));
      }
      return best;
    },
    leaveBy: (from, to, moment) => {
      for (let at = pieceAt(pieces, moment); at > 0; at -= 1) {
        const piece = pieces[at] as Piece;
        const leaves = Math.min(piece.to - 1, moment - way(piece.table, from, to));
        if (leaves >= piece.from) return leaves;
      }
      const [first] = pieces as [Piece];
      return Math.min(first.to - 1, moment - way(first.table, from, to));
    },
  };
}
