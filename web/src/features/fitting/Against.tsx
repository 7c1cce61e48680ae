import type { AgainstFitting, DerivedPane, Hindrance } from '@neat-sill/core/job';
import type { PaneToFit } from '@neat-sill/core/fitting';
import { describeAgainstFitting, describeTakenOn } from '@neat-sill/core/words';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { useJob, useUnit } from '../job/index.ts';
import { useFittingLog, useMyName, type ToWrite } from './useFittingLog.ts';

/** Where it is put right, for what can be. */
const WHERE: Readonly<Partial<Record<AgainstFitting, readonly [stage: string, say: string]>>> = {
  noPlan: ['cuts', 'Plan and keep the cuts'],
  planChanged: ['cuts', 'See the cuts'],
  notInPlan: ['cuts', 'See the cuts'],
  notCut: ['cuts', 'To the cut list'],
  filmRefused: ['film', 'Choose another film'],
};

interface AgainstProps {
  readonly pane: DerivedPane;
  readonly toFit: PaneToFit;
  readonly hindrances: readonly Hindrance[];
}

/** What stands against fitting a pane: said, with a way to put it right, and a way on by name. */
export function Against({ pane, toFit, hindrances }: AgainstProps) {
  const { jobId } = useJob();
  const { rules } = pane;
  const unit = useUnit();
  const write = useFittingLog();
  const [name, setName] = useState<string | null>(null);
  const mine = useMyName();
  const shown = name ?? mine;
  const open = hindrances.filter(({ takenBy }) => takenBy === null);
  const goOn = () => {
    const by = shown.trim();
    if (by === '') return;
    const of = (ofJob: boolean) => open.filter((each) => each.ofJob === ofJob).map(({ code }) => code);
    const entries: ToWrite[] = [
      ...(of(true).length > 0 ? [[null, { kind: 'takenOn', refusals: of(true), by }] as const] : []),
      ...(of(false).length > 0 ? [[pane.id, { kind: 'takenOn', refusals: of(false), by }] as const] : []),
    ];
    write(`Go on with pane ${pane.record.label}`, entries);
  };
  return (
    <section className="flex flex-col gap-3" aria-label="Before this pane can be fitted">
      <h3 className="text-2xl font-bold">Not yet</h3>
      {open.map(({ code }) => {
        const way = WHERE[code];
        return (
          <Note key={code} tone="no">
            <p className="text-lg leading-snug">{describeAgainstFitting(code, toFit.asked, rules, unit)}</p>
            {way && (
              <Link className={`mt-2 ${buttonLook('plain')} min-h-12`} to={`/jobs/${jobId}/${way[0]}`}>
                {way[1]}
              </Link>
            )}
          </Note>
        );
      })}
      <div className="flex flex-wrap items-end gap-2">
        <div className="min-w-40 flex-1">
          <TextField
            label="Going on all the same takes a name"
            value={shown}
            maxLength={120}
            onChange={(event) => setName(event.target.value)}
          />
        </div>
        <Button className="min-h-12" disabled={shown.trim() === ''} onClick={goOn}>
          Go on
        </Button>
      </div>
    </section>
  );
}

/** What was taken on although something stood against it. */
export function TakenOn({ hindrances }: Pick<AgainstProps, 'hindrances'>) {
  const taken = hindrances.flatMap(({ code, takenBy }) => (takenBy === null ? [] : [{ code, takenBy }]));
  if (taken.length === 0) return null;
  return (
    <p className="text-sm text-ochre-text">
      {taken.map(({ code, takenBy }) => describeTakenOn(code, takenBy)).join(' ')}
    </p>
  );
}
