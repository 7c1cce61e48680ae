import type { DerivedPane } from '@neat-sill/core/job';
import { patchRecord } from '@neat-sill/core/record';
import { ALARMS, isToFix, withRemedy, type Defect } from '@neat-sill/core/survey';
import { CONDITION_NAMES, FIXTURE_NAMES, describePlaceOnPane } from '@neat-sill/core/words';
import { useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { useJob } from '../job/index.ts';

/** What has to be put right on a pane before its film, and what on it must not be touched. */
export function BeforeThisPane({ pane }: { pane: DerivedPane }) {
  const job = useJob();
  const { data: session } = useSessionQuery();
  const { condition, fixtures, label } = pane.record;
  const alarms = fixtures.filter(({ kind }) => ALARMS.has(kind));
  const undecided = condition.filter(({ remedy }) => remedy === null);
  const done = ({ id, kind, remedy }: Defect) => {
    if (remedy?.kind !== 'fix') return;
    const fixed = { ...remedy, doneAt: new Date().toISOString(), doneBy: session?.person?.name ?? null };
    job.edit(`Done: ${CONDITION_NAMES[kind].toLowerCase()}, pane ${label}`, [
      patchRecord(job.records, 'pane', pane.id, { condition: withRemedy(condition, id, fixed) }),
    ]);
  };
  return (
    <>
      {condition.filter(isToFix).map((defect) => (
        <Note key={defect.id} tone="doubt">
          <div className="flex flex-wrap items-center justify-between gap-2">
            <span>
              Before film: <b>{CONDITION_NAMES[defect.kind].toLowerCase()}</b> at the{' '}
              {describePlaceOnPane(defect)}
              {defect.remedy?.kind === 'fix' && `, about ${defect.remedy.minutes} min`}
              {defect.note && `. ${defect.note}`}
            </span>
            <Button
              className="min-h-12"
              aria-label={`${CONDITION_NAMES[defect.kind]} is put right`}
              onClick={() => done(defect)}
            >
              Done
            </Button>
          </div>
        </Note>
      ))}
      {undecided.length > 0 && (
        <Note tone="doubt">
          Not decided yet, to be fixed or accepted in Survey:{' '}
          {undecided.map(({ kind }) => CONDITION_NAMES[kind].toLowerCase()).join(', ')}.
        </Note>
      )}
      {alarms.map(({ id, kind, ...place }) => (
        <Note key={id} tone="no">
          {FIXTURE_NAMES[kind]} at the {describePlaceOnPane(place)}: have the alarm switched off, keep blade
          and water away.
        </Note>
      ))}
    </>
  );
}
