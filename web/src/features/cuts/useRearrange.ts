import { frozenWith } from '@neat-sill/core/job';
import { PLAN_ID, movePiece, type CutPlan, type KeptPlan, type NewPlace } from '@neat-sill/core/cuts';
import { patchRecord, recordAt } from '@neat-sill/core/record';
import { describeMoveProblem, describePlanFault } from '@neat-sill/core/words';
import { useJob, useLivePlan, useUnit } from '../job/index.ts';

/** What hands may change in a plan. The plan that is shown is kept by the first change; every change can be undone. */
export interface Rearrange {
  /** Pulls that are cut or locked. */
  readonly fixed: ReadonlySet<string>;
  readonly locked: ReadonlySet<string>;
  /** What the plan would be, or why it can't be. */
  readonly tried: (pieceId: string, to: NewPlace) => CutPlan | string;
  /** Moves it; the reason where it can't be moved. */
  readonly move: (pieceId: string, name: string, to: NewPlace) => string | null;
  readonly lock: (pullId: string, on: boolean) => void;
  /** Keeps a pane on the roll its film comes off, also when everything is planned anew. */
  readonly pin: (paneId: string, sourceId: string | null) => void;
}

export function useRearrange(): Rearrange | null {
  const job = useJob();
  const unit = useUnit();
  const live = useLivePlan();
  const { plan, job: planJob } = live;
  if (!plan) return null;
  const holds = live.kept.kind === 'holds' ? live.kept.kept : null;
  const base: KeptPlan = holds ?? {
    job: planJob,
    plan,
    keptAt: new Date().toISOString(),
    cutPullIds: [],
    lockedPullIds: [],
    frozen: frozenWith(job.derived),
  };
  const fixed = new Set([...base.cutPullIds, ...base.lockedPullIds]);
  const before = recordAt(job.records, 'plan', PLAN_ID);
  const keep = (label: string, after: KeptPlan) =>
    job.edit(label, [{ kind: 'plan', id: PLAN_ID, before, after }]);
  const moved = (pieceId: string, to: NewPlace) => movePiece(base.job, base.plan, pieceId, to, fixed);
  const why = (problem: Parameters<typeof describeMoveProblem>[0]) =>
    describeMoveProblem(problem, unit, describePlanFault);
  return {
    fixed,
    locked: new Set(base.lockedPullIds),
    tried: (pieceId, to) => {
      const result = moved(pieceId, to);
      return result.ok ? result.plan : why(result.problem);
    },
    move: (pieceId, name, to) => {
      const result = moved(pieceId, to);
      if (!result.ok) return why(result.problem);
      const place = to.kind === 'pull' ? `to pull ${to.pullId}` : 'to a pull of its own';
      keep(`Move piece ${name} ${place}`, { ...base, plan: result.plan });
      return null;
    },
    lock: (pullId, on) =>
      keep(`${on ? 'Lock' : 'Unlock'} pull ${pullId}`, {
        ...base,
        lockedPullIds: on
          ? [...base.lockedPullIds, pullId]
          : base.lockedPullIds.filter((each) => each !== pullId),
      }),
    pin: (paneId, sourceId) => {
      const source = plan.sources.find(({ id }) => id === sourceId);
      const fromRoll = source
        ? source.kind === 'new'
          ? ({ kind: 'new', widthMm: source.width } as const)
          : ({ kind: 'onHand', id: source.id } as const)
        : null;
      const label = job.records.pane[paneId]?.label ?? '';
      const pane = patchRecord(job.records, 'pane', paneId, { fromRoll });
      const from =
        fromRoll &&
        (fromRoll.kind === 'onHand' ? fromRoll : { kind: 'new' as const, width: fromRoll.widthMm });
      const panes = base.job.panes.map((each) => {
        if (each.id !== paneId) return each;
        const free = { ...each };
        delete free.from;
        return from ? { ...free, from } : free;
      });
      // What is kept stays kept: its pieces come off that roll already.
      const after = { ...base, job: { ...base.job, panes } };
      job.edit(fromRoll ? `Pane ${label} off this roll` : `Pane ${label} off any roll`, [
        pane,
        ...(holds ? [{ kind: 'plan' as const, id: PLAN_ID, before, after }] : []),
      ]);
    },
  };
}
