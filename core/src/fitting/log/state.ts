import type { FaultKind } from '../faults/kinds.ts';
import { EARLIER_STEPS, type EarlierFitting } from '../records.ts';
import type { Doer, FaultStanding, FittingLog, LogEntry, LogSays } from './entries.ts';

/* What stands at a pane, from what was written about it. */

/** That a step was done: when, by whom, and by which entry; null for what was noted before there was a log. */
export interface Tick {
  readonly at: string;
  readonly by: Doer;
  readonly entryId: string | null;
}

/** What became of a fault at a moment. */
export interface FaultTurn {
  readonly standing: FaultStanding;
  readonly at: string;
  readonly by: string | null;
  readonly how: string;
  readonly until: string | null;
}

export interface PaneFault {
  readonly id: string;
  readonly kind: FaultKind;
  readonly x: number;
  readonly y: number;
  readonly sizeMm: number | null;
  readonly pictureId: string | null;
  readonly note: string;
  readonly notedAt: string;
  readonly notedBy: string | null;
  readonly standing: FaultStanding;
  /** From when it was noted, the first first. */
  readonly history: readonly FaultTurn[];
}

type Says<Kind extends LogSays['kind']> = Extract<LogSays, { readonly kind: Kind }>;

/** What stands at a pane. */
export interface FittingState {
  /** By the step's key: its code, with the panel where it is done a panel. */
  readonly ticks: Readonly<Record<string, Tick>>;
  /** Faces of a grid of blocks that are done, by their number. */
  readonly blocks: ReadonlySet<number>;
  readonly faults: readonly PaneFault[];
  /** Neither mended nor replaced nor accepted. */
  readonly openFaults: readonly PaneFault[];
  readonly doneAt: string | null;
  readonly doneBy: Doer;
  /** Who took the pane although faults were open. */
  readonly takenBy: string | null;
  /** Whether its times tell how long such a pane takes. */
  readonly timesCount: boolean;
  readonly looks: readonly { readonly at: string; readonly by: Doer; readonly found: 'clean' | 'fault' }[];
  /** How warm glass and room are, °C, and whether the sun is on it; null until somebody has said. */
  readonly conditions: {
    readonly glassC: number;
    readonly roomC: number;
    readonly directSun: boolean;
  } | null;
  readonly takenOn: readonly { readonly refusal: string; readonly by: string }[];
  readonly hang: Says<'way'>['hang'];
  /** What the blade said of tempered glass; null until somebody has listened. */
  readonly fusedParticles: boolean | null;
  readonly anchor: Says<'anchor'>['anchor'];
  readonly meter: Readonly<Partial<Record<'before' | 'after', Says<'meter'>>>>;
  readonly pictures: readonly { readonly when: 'before' | 'after'; readonly pictureId: string }[];
  readonly lot: string | null;
  /** The last try of each panel that was tried dry; panel null for a pane in one piece. */
  readonly triedDry: readonly Omit<Says<'triedDry'>, 'kind'>[];
  /** From when to when nobody worked on it; null while that lasts. */
  readonly pauses: readonly { readonly from: string; readonly to: string | null }[];
}

export const NOTHING_FITTED: FittingState = {
  ticks: {},
  blocks: new Set(),
  faults: [],
  openFaults: [],
  doneAt: null,
  doneBy: null,
  takenBy: null,
  timesCount: true,
  looks: [],
  conditions: null,
  takenOn: [],
  hang: null,
  fusedParticles: null,
  anchor: null,
  meter: {},
  pictures: [],
  lot: null,
  triedDry: [],
  pauses: [],
};

export type KnownEntry = LogEntry & { readonly id: string };

const inTime = (one: KnownEntry, other: KnownEntry) =>
  Date.parse(one.at) - Date.parse(other.at) || one.id.localeCompare(other.id);

/** The entries that count, in the order of their time: without those that were taken back. */
export function entriesInForce(log: FittingLog): readonly KnownEntry[] {
  const entries = Object.entries(log).map(([id, entry]) => ({ ...entry, id }));
  const takenBackBy = new Map<string, string[]>();
  for (const { id, says } of entries)
    if (says.kind === 'takenBack')
      takenBackBy.set(says.entryId, [...(takenBackBy.get(says.entryId) ?? []), id]);
  // Taking back is taken back by another such entry; a ring of them can only be written by hand, and counts as nothing.
  const counts = (id: string, above: ReadonlySet<string>): boolean =>
    !(takenBackBy.get(id) ?? []).some((by) => !above.has(by) && counts(by, new Set([...above, by])));
  return entries
    .filter(({ id, says }) => says.kind !== 'takenBack' && counts(id, new Set([id])))
    .sort(inTime);
}

/** The log of a job by pane; what concerns the whole job stands under null. */
export function entriesByPane(log: FittingLog): ReadonlyMap<string | null, readonly KnownEntry[]> {
  const byPane = new Map<string | null, KnownEntry[]>();
  for (const entry of entriesInForce(log)) {
    const own = byPane.get(entry.paneId);
    if (own) own.push(entry);
    else byPane.set(entry.paneId, [entry]);
  }
  return byPane;
}

function beginning(earlier: EarlierFitting | null): FittingState {
  if (!earlier) return NOTHING_FITTED;
  const ticks = Object.entries(earlier.ticks).flatMap(([step, at]) =>
    EARLIER_STEPS[step as keyof typeof EARLIER_STEPS].map(
      (code) => [code, { at, by: null, entryId: null }] as const,
    ),
  );
  const faults = earlier.faults.map(({ id, kind, x, y, note, notedAt }): PaneFault => ({
    ...{ id, kind, x, y, note, notedAt, notedBy: null, sizeMm: null, pictureId: null },
    standing: 'open',
    history: [{ standing: 'open', at: notedAt, by: null, how: '', until: null }],
  }));
  return { ...NOTHING_FITTED, ticks: Object.fromEntries(ticks), faults, doneAt: earlier.doneAt };
}

/** A fault with what became of it. */
function turned(fault: PaneFault, { at, says }: LogEntry & { readonly says: Says<'faultIs'> }): PaneFault {
  const { standing, by, how, until } = says;
  return { ...fault, standing, history: [...fault.history, { standing, at, by, how, until }] };
}

function after(state: FittingState, entry: KnownEntry): FittingState {
  const { at, by, says, id } = entry;
  switch (says.kind) {
    case 'steps': {
      const fresh = says.steps.filter((step) => !(step in state.ticks));
      const ticks = fresh.map((step) => [step, { at, by, entryId: id }] as const);
      return { ...state, ticks: { ...state.ticks, ...Object.fromEntries(ticks) } };
    }
    case 'doneAt': {
      const tick = state.ticks[says.step];
      return tick
        ? { ...state, ticks: { ...state.ticks, [says.step]: { ...tick, at: says.doneAt } } }
        : state;
    }
    case 'block':
      return { ...state, blocks: new Set([...state.blocks, says.number]) };
    case 'done':
      return { ...state, doneAt: at, doneBy: by, takenBy: says.takenBy, timesCount: says.timesCount };
    case 'paused':
      return state.pauses.some(({ to }) => to === null)
        ? state
        : { ...state, pauses: [...state.pauses, { from: at, to: null }] };
    case 'resumed':
      return {
        ...state,
        pauses: state.pauses.map((pause) => (pause.to === null ? { ...pause, to: at } : pause)),
      };
    case 'fault': {
      const { faultId, fault, x, y, sizeMm, pictureId, note } = says;
      if (state.faults.some((each) => each.id === faultId)) return state;
      const noted: PaneFault = {
        ...{ id: faultId, kind: fault, x, y, sizeMm, pictureId, note },
        notedAt: at,
        notedBy: by?.name ?? null,
        standing: 'open',
        history: [{ standing: 'open', at, by: by?.name ?? null, how: '', until: null }],
      };
      return { ...state, faults: [...state.faults, noted] };
    }
    case 'faultIs':
      return {
        ...state,
        faults: state.faults.map((fault) =>
          fault.id === says.faultId ? turned(fault, { ...entry, says }) : fault,
        ),
      };
    case 'look':
      return { ...state, looks: [...state.looks, { at, by, found: says.found }] };
    case 'listened':
      return { ...state, fusedParticles: says.fusedParticles };
    case 'anchor':
      return { ...state, anchor: says.anchor };
    case 'conditions': {
      const { glassC, airC, directSun } = says;
      return { ...state, conditions: { glassC, roomC: airC, directSun } };
    }
    case 'takenOn':
      return {
        ...state,
        takenOn: [...state.takenOn, ...says.refusals.map((refusal) => ({ refusal, by: says.by }))],
      };
    case 'way':
      return { ...state, hang: says.hang };
    case 'meter':
      return { ...state, meter: { ...state.meter, [says.when]: says } };
    case 'picture':
      return {
        ...state,
        pictures: [...state.pictures, { when: says.when, pictureId: says.pictureId }],
      };
    case 'triedDry': {
      const { panel, bindsAt } = says;
      const others = state.triedDry.filter((tried) => tried.panel !== panel);
      return { ...state, triedDry: [...others, { panel, bindsAt }] };
    }
    case 'lot':
      return { ...state, lot: says.lot };
    case 'takenBack':
    case 'loaded':
    case 'tookOffRack':
    case 'signed':
      return state;
  }
}

const CLOSED: ReadonlySet<FaultStanding> = new Set(['mended', 'replaced', 'accepted']);

/** What stands at a pane: from what was noted before there was a log, and its entries in force in the order of their time. */
export function fittingState(earlier: EarlierFitting | null, entries: readonly KnownEntry[]): FittingState {
  if (!earlier && entries.length === 0) return NOTHING_FITTED;
  const state = entries.reduce(after, beginning(earlier));
  return { ...state, openFaults: state.faults.filter(({ standing }) => !CLOSED.has(standing)) };
}

/** The tick of a step: its own, or that of its code where nobody told panels apart. */
export function tickOf({ ticks }: Pick<FittingState, 'ticks'>, stepKey: string): Tick | null {
  return ticks[stepKey] ?? ticks[stepKey.split('.')[0] ?? ''] ?? null;
}

const minutesBetween = (from: string, to: string) => (Date.parse(to) - Date.parse(from)) / 60_000;

/** Minutes from one moment to another that were no pause. */
export function workedMinutes({ pauses }: Pick<FittingState, 'pauses'>, from: string, to: string): number {
  const paused = pauses.reduce((sum, pause) => {
    const start = Math.max(Date.parse(pause.from), Date.parse(from));
    const end = Math.min(Date.parse(pause.to ?? to), Date.parse(to));
    return sum + Math.max(0, end - start) / 60_000;
  }, 0);
  return Math.max(0, minutesBetween(from, to) - paused);
}

/** Minutes that each step took, from the tick before it, without pauses; none for the first, and for what stands with it. */
export function minutesBySteps(
  state: Pick<FittingState, 'ticks' | 'pauses'>,
): readonly { readonly step: string; readonly minutes: number }[] {
  const ticked = Object.entries(state.ticks).sort(
    ([, one], [, other]) => Date.parse(one.at) - Date.parse(other.at),
  );
  return ticked.flatMap(([step, { at }], place) => {
    const before = ticked[place - 1]?.[1].at;
    return before && before !== at ? [{ step, minutes: workedMinutes(state, before, at) }] : [];
  });
}
