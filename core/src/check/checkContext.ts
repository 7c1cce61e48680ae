import type {
  CutPlan,
  FilmForPlan,
  HungSide,
  PaneForPlan,
  Piece,
  PlanJob,
  PlanSource,
  RollEdge,
  StockForPlan,
} from '../cuts/format/index.ts';
import { SAME_PLACE_MM } from '../units/index.ts';

export interface CheckContext {
  readonly job: PlanJob;
  readonly plan: CutPlan;
  readonly films: ReadonlyMap<string, FilmForPlan>;
  readonly panes: ReadonlyMap<string, PaneForPlan>;
  readonly stock: ReadonlyMap<string, StockForPlan>;
  readonly sources: ReadonlyMap<string, PlanSource>;
}

/** The long edges of a source that are the roll's own: a new roll has both. */
export function factoryEdgesOf(source: PlanSource, context: CheckContext): readonly RollEdge[] {
  return source.kind === 'new' ? ['left', 'right'] : (context.stock.get(source.id)?.factoryEdges ?? []);
}

export const near = (a: number, b: number) => Math.abs(a - b) <= SAME_PLACE_MM;

/** Where each hung side of a piece lies: written out from the text of the format, one row a turn. */
const FACES: Readonly<Record<Piece['turn'], Readonly<Record<'left' | 'right', HungSide>>>> = {
  0: { left: 'left', right: 'right' },
  90: { left: 'bottom', right: 'top' },
  180: { left: 'right', right: 'left' },
  270: { left: 'top', right: 'bottom' },
};

/** The long edge of the roll on which a hung side of a piece lies, or null: it faces along, or is short of the edge. */
export function liesOn(piece: Piece, side: HungSide, source: PlanSource): RollEdge | null {
  if (FACES[piece.turn].left === side && near(piece.x, 0)) return 'left';
  if (FACES[piece.turn].right === side && near(piece.x + piece.w, source.width)) return 'right';
  return null;
}
