import { leadOn, patternOverWall } from '@neat-sill/core/film';
import type { Coverage, Pane } from '@neat-sill/core/survey';
import { patchRecord } from '@neat-sill/core/record';
import { countOf, formatLength, formatRun, listOf } from '@neat-sill/core/units';
import { describeCoverage } from '@neat-sill/core/words';
import { useJob, useUnit, type PaneWithId } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/Field.tsx';
import { LengthField } from '../../ui/LengthField.tsx';

const KINDS: readonly (readonly [Coverage['kind'], string])[] = [
  ['whole', 'The whole pane'],
  ['band', 'A band'],
  ['lower', 'The lower part'],
  ['markings', 'Door markings'],
  ['gradient', 'A gradient'],
];

const fresh = (kind: Coverage['kind']): Coverage => {
  switch (kind) {
    case 'whole':
    case 'markings':
      return { kind };
    case 'band':
      return { kind, fromFloorMm: 900, toFloorMm: 1500 };
    case 'lower':
      return { kind, toFloorMm: 1500 };
    case 'gradient':
      return { kind, from: 'bottom', reachMm: 900 };
  }
};

interface PartProps {
  readonly panes: readonly PaneWithId[];
  readonly set: (label: string, patch: Partial<Pane>) => void;
}

/** The heights of a band, a lower part or a gradient. */
function Heights({ panes, set }: PartProps) {
  const job = useJob();
  const unit = useUnit();
  const coverage = panes[0]?.coverage;
  if (!coverage) return null;
  const key = `${job.jobId} ${panes.map(({ id }) => id).join(' ')} ${coverage.kind}`;
  const height = (
    label: string,
    valueMm: number,
    put: (mm: number) => Coverage,
    refuse?: (mm: number) => string | null,
  ) => (
    <LengthField
      key={`${key} ${label}`}
      label={label}
      valueMm={valueMm}
      unit={unit}
      expects="any"
      draftKey={`${key} ${label}`}
      {...(refuse ? { refuse } : {})}
      onTake={(length) => set('Coverage', { coverage: put(length.mm) })}
    />
  );
  switch (coverage.kind) {
    case 'band':
      return (
        <div className="grid grid-cols-2 gap-3">
          {height(
            'From, over the floor',
            coverage.fromFloorMm,
            (mm) => ({ ...coverage, fromFloorMm: mm }),
            (mm) => (mm < coverage.toFloorMm ? null : 'A band begins below where it ends.'),
          )}
          {height(
            'To, over the floor',
            coverage.toFloorMm,
            (mm) => ({ ...coverage, toFloorMm: mm }),
            (mm) => (mm > coverage.fromFloorMm ? null : 'A band ends above where it begins.'),
          )}
        </div>
      );
    case 'lower':
      return height('Up to, over the floor', coverage.toFloorMm, (mm) => ({ ...coverage, toFloorMm: mm }));
    case 'gradient':
      return (
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="Thick at the"
            value={coverage.from}
            options={[
              ['bottom', 'bottom'],
              ['top', 'top'],
            ]}
            onChoose={(from) => set('Gradient', { coverage: { ...coverage, from } })}
          />
          {height('Clear after', coverage.reachMm, (mm) => ({ ...coverage, reachMm: mm }))}
        </div>
      );
    case 'markings':
      return (
        <p className="text-sm text-quiet">
          {listOf(
            job.rules.film.markings.map(
              ({ fromFloorMm, heightMm }) =>
                `${formatLength(fromFloorMm, { unit })} to ${formatLength(fromFloorMm + heightMm, { unit })}`,
            ),
          )}{' '}
          over the floor, by the house rules. The local code decides.
        </p>
      );
    case 'whole':
      return null;
  }
}

/** Where a repeating pattern starts: on each pane alike, or running on over the wall. */
function PatternStart({ panes }: PartProps) {
  const job = useJob();
  const unit = useUnit();
  const film = job.jobShopData.films.find(({ id }) => id === panes[0]?.filmId);
  if (!film?.pattern || !job.wall) return null;
  const { pattern } = film;
  const { wall } = job;
  const runOn = () => {
    const chosen = (job.derived.wall(wall.id)?.placed.openings ?? []).filter(({ id }) =>
      panes.some((pane) => pane.id === id),
    );
    job.edit(
      'Pattern runs on over the wall',
      [...patternOverWall(chosen, pattern)].map(([id, patternStart]) =>
        patchRecord(job.records, 'pane', id, { patternStart }),
      ),
    );
  };
  // What is alike starts alike: both sidelights of a door, without being chosen both.
  const likes = new Set(panes.flatMap(({ id }) => job.derived.likesOf(id)));
  const withLikes = job.wallPanes.filter(({ id }) => likes.has(id));
  const start = (what: string, patternStart: PaneWithId['patternStart']) =>
    job.edit(
      `${what}: ${listOf(withLikes.map(({ label }) => label))}`,
      withLikes.map(({ id }) => patchRecord(job.records, 'pane', id, { patternStart })),
    );
  const others = withLikes.length - panes.length;
  const show = (mm: number) => formatLength(mm, { unit });
  const [first] = panes;
  return (
    <div className="flex flex-col gap-2">
      <p className="text-sm text-quiet">
        {others > 0 && `${countOf(others, 'pane')} alike on this wall start with it. `}
        Repeat {show(pattern.acrossMm)} across, {show(pattern.alongMm)} along.{' '}
        {!first?.patternStart
          ? 'Each pane starts anywhere in it.'
          : panes.length === 1
            ? `Starts ${show(first.patternStart.acrossMm)} across and ${show(first.patternStart.alongMm)} along into it; up to a repeat more is cut.`
            : 'The start is set; up to a repeat more is cut.'}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button size="low" onClick={() => start('Same start of the pattern', { acrossMm: 0, alongMm: 0 })}>
          Same start on each
        </Button>
        <Button size="low" onClick={runOn}>
          Runs on over the wall
        </Button>
        {first?.patternStart && (
          <Button size="low" onClick={() => start('Start of the pattern is free', null)}>
            Start anywhere
          </Button>
        )}
      </div>
    </div>
  );
}

const LEAD = { none: 'No lead lines', squares: 'Squares', diamonds: 'Diamonds' } as const;

function LeadedLook({ panes, set }: PartProps) {
  const job = useJob();
  const unit = useUnit();
  const [first] = panes;
  const leading = first?.leading ?? null;
  const repeat = job.jobShopData.films.find(({ id }) => id === first?.filmId)?.pattern;
  // Lead lies on the lines of a pattern, where there is one.
  const onPattern = {
    acrossMm: Math.max(20, repeat?.acrossMm ?? 150),
    alongMm: Math.max(20, repeat?.alongMm ?? 200),
  };
  const needed = panes.reduce(
    (sum, pane) => {
      const glass = job.derived.pane(pane.id)?.sizes?.cutting;
      const lead = glass ? leadOn(pane, glass) : { stripMm: 0, dots: 0 };
      return { stripMm: sum.stripMm + lead.stripMm, dots: sum.dots + lead.dots };
    },
    { stripMm: 0, dots: 0 },
  );
  const key = `${job.jobId} ${panes.map(({ id }) => id).join(' ')} lead`;
  const size = (label: string, field: 'acrossMm' | 'alongMm' | 'stripMm', from: number, to: number) =>
    leading && (
      <LengthField
        key={`${key} ${field}`}
        label={label}
        valueMm={leading[field]}
        unit={unit}
        expects="any"
        draftKey={`${key} ${field}`}
        refuse={(mm) =>
          mm >= from && mm <= to
            ? null
            : `From ${formatLength(from, { unit })} to ${formatLength(to, { unit })}.`
        }
        onTake={(length) => set('Lead lines', { leading: { ...leading, [field]: length.mm } })}
      />
    );
  return (
    <div className="flex flex-col gap-3">
      <Choice
        label="Lead lines"
        value={leading?.pattern ?? 'none'}
        options={Object.entries(LEAD) as [keyof typeof LEAD, string][]}
        onChoose={(pattern) =>
          set('Lead lines', {
            leading: pattern === 'none' ? null : { ...(leading ?? { ...onPattern, stripMm: 9 }), pattern },
          })
        }
      />
      {leading && (
        <>
          <div className="grid grid-cols-3 gap-3">
            {size('Across', 'acrossMm', 20, 2000)}
            {size('Along', 'alongMm', 20, 2000)}
            {size('Strip', 'stripMm', 2, 40)}
          </div>
          <p className="text-sm text-quiet">
            {formatRun(needed.stripMm, unit)} of strip and {countOf(needed.dots, 'dot')} on{' '}
            {countOf(panes.length, 'pane')}, nothing for waste in it. Put on once the film is dry.
          </p>
        </>
      )}
    </div>
  );
}

/** How much of the panes film covers, and how it is laid: bands, door markings, pattern, lead lines. */
export function CoverageOf({ panes }: { panes: readonly PaneWithId[] }) {
  const job = useJob();
  const unit = useUnit();
  const [first] = panes;
  if (!first) return null;
  const set = (label: string, patch: Partial<Pane>) =>
    job.edit(
      `${label} of ${countOf(panes.length, 'pane')}`,
      panes.map(({ id }) => patchRecord(job.records, 'pane', id, patch)),
    );
  const alike = panes.every(({ coverage }) => coverage.kind === first.coverage.kind);
  return (
    <details>
      <summary className="cursor-pointer font-semibold">
        Covers: {alike ? describeCoverage(first.coverage, unit) : 'they differ'}
        {first.leading && ', lead lines'}
      </summary>
      <div className="mt-3 flex flex-col gap-3">
        <div className="grid grid-cols-2 gap-3">
          <Choice
            label="Film covers"
            mixed="They differ"
            value={alike ? first.coverage.kind : ''}
            options={KINDS}
            onChoose={(kind) => set('Coverage', { coverage: fresh(kind) })}
          />
          <Choice
            label="Printed or textured side looks"
            mixed="They differ"
            value={panes.every(({ printFaces }) => printFaces === first.printFaces) ? first.printFaces : ''}
            options={[
              ['room', 'into the room'],
              ['street', 'to the street'],
            ]}
            onChoose={(printFaces) => set('Side', { printFaces })}
          />
        </div>
        {alike && <Heights panes={panes} set={set} />}
        <PatternStart panes={panes} set={set} />
        <LeadedLook panes={panes} set={set} />
      </div>
    </details>
  );
}
