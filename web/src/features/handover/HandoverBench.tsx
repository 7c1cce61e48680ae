import { countOf } from '@neat-sill/core/units';
import { cureDays, dayAt } from '@neat-sill/core/fitting';
import { Download } from 'lucide-react';
import { buttonLook } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { showDay } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { useAppSelector, useJob } from '../job/index.ts';
import { Sign } from '../fitting/index.ts';
import { Paper } from '../papers/index.ts';

function CureTable() {
  const { derived, rules, header } = useJob();
  const filmed = derived.panes.flatMap((pane) => (pane.film ? [{ pane, film: pane.film }] : []));
  if (filmed.length === 0) return <p className="text-quiet">No pane has a film yet.</p>;
  const fittedOn = ({ pane }: (typeof filmed)[number]) =>
    pane.fitting.doneAt && dayAt(pane.fitting.doneAt, header.site.timeZone);
  return (
    <DataTable
      label="Panes and when they are dry"
      items={filmed}
      keyOf={({ pane }) => pane.id}
      columns={[
        {
          key: 'pane',
          title: 'Pane',
          names: 'strong',
          cell: ({ pane }) => pane.record.label,
          sortBy: ({ pane }) => pane.record.label,
        },
        { key: 'film', title: 'Film', cell: ({ film }) => film.name, sortBy: ({ film }) => film.name },
        {
          key: 'fitted',
          title: 'Fitted',
          cell: (each) => {
            const day = fittedOn(each);
            return day ? showDay(day) : 'not yet';
          },
          sortBy: (each) => fittedOn(each) ?? '',
        },
        {
          key: 'dry',
          title: 'Dry, first wash from',
          cell: ({ pane, film }) =>
            pane.cure ? (
              <b>{showDay(pane.cure.on)}</b>
            ) : (
              <span className="text-quiet">{countOf(cureDays(film, rules).days, 'day')} after</span>
            ),
          sortBy: ({ pane }) => pane.cure?.on ?? '',
        },
      ]}
    />
  );
}

/** Handover: when each pane is dry, what the customer keeps, and the job as a file. */
export function HandoverBench() {
  const { jobId, records, derived } = useJob();
  const unsent = useAppSelector((state) => state.job.outbox.length);
  const noted = Object.values(records.pane).some(({ condition }) => condition.length > 0);
  const begun = derived.panes.some(({ fitting }) => Object.keys(fitting.ticks).length > 0);
  const filmed = Object.values(records.pane).some(({ filmId }) => filmId !== null);
  return (
    <>
      <h2 className="text-xl font-bold">Handover</h2>
      <CureTable />
      <h3 className="font-bold">Papers</h3>
      {unsent > 0 && (
        <Note tone="doubt">
          Papers are made from what is saved: {countOf(unsent, 'change')} still on this device.
        </Note>
      )}
      <Paper kind="care-sheet" disabledBecause={filmed ? null : 'Choose films first.'} />
      <Paper
        kind="cut-list"
        disabledBecause={
          {
            holds: null,
            changed: 'The job has changed since the plan was kept: keep the new one in Cuts.',
            none: 'Keep a plan in Cuts first.',
          }[derived.kept.kind]
        }
      />
      <Paper
        kind="condition-sheet"
        disabledBecause={noted ? null : 'Nothing is noted on any pane; do so in Survey.'}
      />
      <Paper kind="fitting-report" disabledBecause={begun ? null : 'Nothing is fitted yet.'} />
      <h3 className="font-bold">Signatures</h3>
      <Sign sheet="condition" />
      <Sign sheet="handover" />
      <h3 className="font-bold">The job as a file</h3>
      <p className="text-sm text-quiet">
        Everything in it, to keep or to read into Neat Sill again; cutting programs of your own can read its
        plain fields.
      </p>
      <a className={`${buttonLook('plain')} self-start`} href={`/api/jobs/${jobId}/file`} download>
        <Download size={18} aria-hidden /> Download the job file
      </a>
    </>
  );
}
