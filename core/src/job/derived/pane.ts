import {
  filmVerdict,
  leaveToProfessional,
  type FilmFigures,
  type FilmVerdict,
  type ProfessionalReason,
} from '../../advice/index.ts';
import {
  askedOfFilm,
  divisionOf,
  paneForPlan,
  planRulesOf,
  coveredPartsOf,
  type AskedOfFilm,
  type Division,
  type MeasuredPane,
  type PaneForPlan,
} from '../../cuts/index.ts';
import type { CoveredPart, Film } from '../../film/index.ts';
import { glassDoubt, type GlassDoubt } from '../../glazing/index.ts';
import type { RuleSet } from '../../rules/index.ts';
import {
  nextReadingPlace,
  paneSizes,
  type Pane,
  type PaneSizes,
  type ReadingPlace,
} from '../../survey/index.ts';

/** Why a pane cannot be planned yet. */
export type LeftOutReason = 'pane.notMeasured' | 'pane.noFilm' | 'pane.filmRefused' | 'pane.coverageOffGlass';

/** What follows from the record of one pane, its film and the house rules, whatever else is in the job. */
export interface PaneByItself {
  readonly record: Pane;
  readonly film: Film | null;
  /** Null until there is a width and a height: this is what "measured" means, everywhere. */
  readonly sizes: PaneSizes | null;
  /** Where the tape goes next; null when all places of its shape are read. */
  readonly nextPlace: ReadingPlace | null;
  /** What film covers of its glass, from the top down. */
  readonly covered: readonly CoveredPart[];
  /** Where the film begins on the glass: what is left bare lies above and to the left. */
  readonly filmOrigin: Readonly<Record<'leftMm' | 'topMm', number>>;
  /** What it asks of its film; null until it is measured. */
  readonly asked: AskedOfFilm | null;
  /** How that goes on the rolls of its film; null without size or film. */
  readonly division: Division | null;
  /** Whether its film may go there; null without film. */
  readonly verdict: FilmVerdict | null;
  /** As planning takes it; null where it is left out, with the reason beside. */
  readonly planned: PaneForPlan | null;
  readonly leftOut: LeftOutReason | null;
  /** What instruments say against the glass that was entered. */
  readonly glassDoubt: GlassDoubt | null;
}

/** A pane as one measured thing, or null until it has a size. */
export function measuredPane({
  record,
  sizes,
  covered,
}: Pick<PaneByItself, 'record' | 'sizes' | 'covered'>): MeasuredPane | null {
  return sizes && { pane: record, sizes, covered };
}

/** Whether a film of the catalogue may go on a pane, whatever is on it now. */
export function verdictFor(pane: PaneByItself, film: Film, rules: RuleSet): FilmVerdict {
  const measured = measuredPane(pane);
  const { glass, strengths, circumstances } = pane.record;
  const cut = measured && askedOfFilm(measured, film, rules);
  return filmVerdict(film, { glass, strengths, circumstances, cut }, planRulesOf(rules));
}

/** Whether a householder had better leave a film on a measured pane to a professional; null without a size too. */
export function professionalFor(
  pane: PaneByItself,
  { film, breakage }: Pick<FilmFigures, 'film' | 'breakage'>,
  floorOverGroundMm: number,
  rules: RuleSet,
): ProfessionalReason | null {
  const measured = measuredPane(pane);
  if (!measured) return null;
  const asked = askedOfFilm(measured, film, rules);
  const { areaMm2, cutting } = measured.sizes;
  return leaveToProfessional(
    {
      film,
      breakage: breakage.verdict,
      areaM2: areaMm2 / 1e6,
      topOverFloorMm: pane.record.sillMm + cutting.heightMm,
      floorOverGroundMm,
      seamed: asked !== null && divisionOf(asked, film, planRulesOf(rules)).kind === 'panels',
    },
    rules.film,
  );
}

function derive(
  id: string,
  record: Pane,
  roomId: string,
  film: Film | null,
  rules: RuleSet,
  isOwn: boolean,
): PaneByItself {
  const sizes = paneSizes(record.readings, rules.cutting, record.shape);
  const covered = sizes ? coveredPartsOf(record, sizes, rules) : [];
  const measured = measuredPane({ record, sizes, covered });
  const asked = measured && askedOfFilm(measured, film, rules);
  const planRules = planRulesOf(rules);
  const division = asked && film ? divisionOf(asked, film, planRules) : null;
  const { glass, strengths, circumstances } = record;
  const verdict =
    film && filmVerdict(film, { glass, strengths, circumstances, cut: asked }, planRules, division);
  const { allowance } = planRules;
  const ownAllowances =
    isOwn && !asked?.allowances
      ? { allowances: { left: allowance, top: allowance, right: allowance, bottom: allowance } }
      : {};
  const planned =
    measured && film && asked && division ? paneForPlan(id, roomId, measured, film, asked, division) : null;
  const wanted = planned && { ...planned, ...ownAllowances };
  const leftOut = ((): LeftOutReason | null => {
    if (!film) return 'pane.noFilm';
    if (!measured) return 'pane.notMeasured';
    if (!wanted) return 'pane.coverageOffGlass';
    return verdict?.kind === 'refused' ? 'pane.filmRefused' : null;
  })();
  return {
    record,
    film,
    sizes,
    nextPlace: nextReadingPlace(record.readings, record.shape),
    covered,
    filmOrigin: covered[0] ?? { leftMm: 0, topMm: 0 },
    asked,
    division,
    verdict,
    planned: leftOut === null ? wanted : null,
    leftOut,
    glassDoubt: glassDoubt(record),
  };
}

interface Known {
  readonly id: string;
  readonly roomId: string;
  readonly film: Film | null;
  readonly rules: RuleSet;
  readonly isOwn: boolean;
  readonly pane: PaneByItself;
}

/** By the record: a job asks for all its panes at every change of one, and only that one is worked out again. */
const known = new WeakMap<Pane, Known>();

/**
 * What follows from a pane's record, its room, film and house rules; the same object while these are the same. `isOwn`: the
 * rules are others than the job's, so that what is added at its sides is told with it.
 */
export function paneByItself(
  id: string,
  record: Pane,
  roomId: string,
  film: Film | null,
  rules: RuleSet,
  isOwn = false,
): PaneByItself {
  const before = known.get(record);
  const isSame = before?.id === id && before.roomId === roomId && before.film === film;
  if (isSame && before.rules === rules && before.isOwn === isOwn) return before.pane;
  const pane = derive(id, record, roomId, film, rules, isOwn);
  known.set(record, { id, roomId, film, rules, isOwn, pane });
  return pane;
}
