import { HEADER_ID } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import { listOf } from '@neat-sill/core/units';
import { Choice } from '../../ui/Field.tsx';
import { useJob } from '../job/index.ts';

const OF_JOB = 'of-the-job';

/** House rules that panes of one film, or the chosen panes, go by in place of the job's. */
export function RulesByPane() {
  const job = useJob();
  const { records, header, jobShopData, selected, derived } = job;
  const films = jobShopData.films.filter(({ id }) => derived.panes.some(({ film }) => film?.id === id));
  const sets = jobShopData.ruleSets.map(({ id, name }) => [id, name] as const);
  if (sets.length < 2 || films.length === 0) return null;
  const ofFilm = (filmId: string, ruleSetId: string) => {
    const others = Object.entries(header.filmRuleSets).filter(([id]) => id !== filmId);
    const filmRuleSets = Object.fromEntries(ruleSetId === OF_JOB ? others : [...others, [filmId, ruleSetId]]);
    job.edit('House rules of a film', [patchRecord(records, 'job', HEADER_ID, { filmRuleSets })]);
  };
  const ofPanes = (ruleSetId: string) =>
    job.edit(
      'House rules of panes',
      selected.map(({ id }) =>
        patchRecord(records, 'pane', id, { ruleSetId: ruleSetId === OF_JOB ? null : ruleSetId }),
      ),
    );
  const chosen = new Set(selected.map(({ ruleSetId }) => ruleSetId ?? OF_JOB));
  return (
    <details className="border-t border-hairline-soft pt-2">
      <summary className="cursor-pointer text-sm font-semibold">Other rules for a film or a pane</summary>
      <div className="mt-2 flex flex-col gap-2">
        {films.map(({ id, name }) => (
          <Choice
            key={id}
            label={name}
            value={header.filmRuleSets[id] ?? OF_JOB}
            options={[[OF_JOB, 'As the job'], ...sets]}
            onChoose={(ruleSetId) => ofFilm(id, ruleSetId)}
          />
        ))}
        {selected.length > 0 ? (
          <Choice
            label={`Pane ${listOf(selected.map(({ label }) => label))}`}
            value={chosen.size === 1 ? ([...chosen][0] ?? OF_JOB) : ''}
            mixed="Different"
            options={[[OF_JOB, 'As its film, or the job'], ...sets]}
            onChoose={ofPanes}
          />
        ) : (
          <p className="text-sm text-quiet">Choose panes on the wall to give them rules of their own.</p>
        )}
      </div>
    </details>
  );
}
