import { gridLeaves } from '../grid.ts';
import type { SurveyRecords, Wall } from '../records.ts';
import type { SurveyRules } from '../surveyRules.ts';
import { surveyDoubts } from './doubts.ts';
import { SIGMAS } from './house.ts';
import type { Doubt, SurveyedPane } from './surveyed.ts';

/** Unevenness that widens a tolerance by more than this is said. */
const WORTH_SAYING = 1.5;

type Leaves = NonNullable<SurveyedPane['gridLeaves']>;

/** Lights that do not fit their grid, with what the others leave for them. */
function lightsOffGrid(
  records: Pick<SurveyRecords, 'pane' | 'wall'>,
  rules: SurveyRules,
): ReadonlyMap<string, Leaves> {
  const found = new Map<string, Leaves>();
  const lights = Object.entries(records.pane).flatMap(([id, { wallId, cell, readings }]) => {
    const grid = cell && records.wall[wallId]?.grids[cell.gridId];
    return cell && grid?.whole ? [{ id, cell, grid, whole: grid.whole, readings }] : [];
  });
  const lines = group(lights, ({ cell }) => cell.gridId);
  const tolerance = rules.sisterToleranceMm;
  for (const ofGrid of lines.values())
    for (const across of [true, false]) {
      const rows = group(ofGrid, ({ cell }) => String(across ? cell.row : cell.column));
      for (const row of rows.values()) {
        const [first] = row;
        if (!first || row.length !== (across ? first.grid.columns : first.grid.rows)) continue;
        const lengths = row.map(
          ({ readings }) => (across ? readings.widthTop : readings.heightLeft)?.mm ?? null,
        );
        const wholeMm = across ? first.whole.widthMm : first.whole.heightMm;
        const odd = gridLeaves(lengths, wholeMm, first.grid.barMm, tolerance);
        const light = odd && row[odd.at];
        if (!odd || !light) continue;
        const before = found.get(light.id) ?? { widthMm: null, heightMm: null };
        found.set(light.id, { ...before, [across ? 'widthMm' : 'heightMm']: odd.leavesMm });
      }
    }
  return found;
}

function group<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
}

/** A wall that still has the size every new wall begins with says nothing of the glass on it. */
function measuredWall(wall: Wall | undefined, rules: SurveyRules): Wall | null {
  const untouched = wall?.widthMm === rules.newWallWidthMm && wall.heightMm === rules.newWallHeightMm;
  return wall && !untouched ? wall : null;
}

/** What is asked about in a job, by pane, and what its frames are uneven by where that is more than the house rules take. */
export interface JobDoubts {
  readonly byPane: ReadonlyMap<string, readonly Doubt[]>;
  /** One standard deviation of readings at different places of a pane, mm; null where it is nothing to speak of. */
  readonly unevenMm: number | null;
}

/** All readings of a job that are asked about, by pane. */
export const doubtsOfPanes = (
  records: Pick<SurveyRecords, 'pane' | 'wall'>,
  rules: SurveyRules,
): ReadonlyMap<string, readonly Doubt[]> => jobDoubts(records, rules).byPane;

/** Looks at all readings of a job together. */
export function jobDoubts(records: Pick<SurveyRecords, 'pane' | 'wall'>, rules: SurveyRules): JobDoubts {
  const leaves = lightsOffGrid(records, rules);
  const panes = Object.entries(records.pane).map(([id, pane]): SurveyedPane => ({
    id,
    wallId: pane.wallId,
    opening: pane.opening,
    readings: pane.readings,
    shape: pane.shape,
    twinSet: pane.twinSet,
    // A sill nobody has measured says nothing of the room that is left above it.
    sillMm: pane.sillMm === rules.defaultSillMm ? 0 : pane.sillMm,
    wall: measuredWall(records.wall[pane.wallId], rules),
    hole: pane.hole,
    gridLeaves: leaves.get(id) ?? null,
  }));
  const byPane = new Map<string, Doubt[]>();
  const { house, doubts } = surveyDoubts(panes, rules);
  for (const doubt of doubts) byPane.set(doubt.paneId, [...(byPane.get(doubt.paneId) ?? []), doubt]);
  const isUneven = SIGMAS * house.sisters > WORTH_SAYING * rules.sisterToleranceMm;
  return { byPane, unevenMm: isUneven ? house.sisters : null };
}
