import type { DerivedPane } from '@neat-sill/core/job';
import type { StageId, StageRules } from '@neat-sill/core/stage';
import type { LengthUnit } from '@neat-sill/core/units';
import type { ComponentType } from 'react';
import type { LivePlan } from './livePlan.tsx';
import type { OpenJob } from './useJob.ts';

/** The one next thing to do, as the action bar offers it. */
export interface NextAct {
  readonly name: string;
  readonly detail: string;
  readonly run: () => void;
}

/** A figure on the action bar; `key` tells it from the others, `doubtful` puts it last and in ochre. */
export interface ShownFigure {
  readonly key: string;
  readonly name: string;
  readonly value: string;
  readonly doubtful: boolean;
}

/** What a stage may do from its next act. */
export interface StageActs {
  readonly goTo: (stage: string) => void;
  /** Shows the wall of a pane and chooses the pane. */
  readonly show: (paneId: string) => void;
  readonly addOpening: () => void;
  /** Shows a pane and puts the cursor in its next reading. */
  readonly measure: (paneId: string) => void;
  /** Null while the plan is still looked for. */
  readonly keepPlan: (() => void) | null;
  readonly tickPull: (pullId: string) => void;
}

/** What a stage says over a pane on the wall. */
export interface PaneSays {
  readonly tone: 'plain' | 'doubt' | 'good' | 'no';
  readonly under: string | null;
}

/** What of a pane the wall shows at a stage. */
export interface WallShows {
  readonly film: boolean;
  /** As the eye meets the glass, by day and by lamplight. */
  readonly looks: boolean;
  readonly pieces: 'none' | 'seams' | 'named';
  /** How the pane was found before work. */
  readonly condition: boolean;
  readonly faults: boolean;
  /** How far the work at each pane is, who is there, and the clock that counts. */
  readonly work: boolean;
  /** Whether pieces light up with their panes, and seams can be dragged. */
  readonly hand: boolean;
  /** Whether openings can be dragged about the wall. */
  readonly openings: boolean;
}

/** What a figure is worked out from. */
export interface FigureSource {
  readonly job: OpenJob;
  readonly live: LivePlan | null;
  readonly unit: LengthUnit;
}

/** A stage as the interface knows it: its rules, and how it says and draws them. */
export interface StageModule {
  readonly id: StageId;
  readonly name: string;
  /** One sentence below the wall. */
  readonly hint: string;
  readonly rules: Pick<StageRules<StageId, unknown, unknown>, 'standing'>;
  readonly Bench: ComponentType;
  /** How much of the width the wall has beside the bench until somebody moves the line, per cent. */
  readonly wallShare: number;
  /** On a phone its bench has keys of its own where the next act stands elsewhere: always, while one pane is chosen, or never. */
  readonly ownKeys: 'always' | 'withOnePane' | 'never';
  readonly shows: WallShows;
  readonly says: (pane: DerivedPane, job: OpenJob) => PaneSays;
  readonly next: (job: OpenJob, acts: StageActs) => NextAct | null;
  readonly figures: (source: FigureSource) => readonly ShownFigure[];
}

/** A figure that is simply good to know. */
export const figure = (key: string, name: string, value: string): ShownFigure => ({
  key,
  name,
  value,
  doubtful: false,
});
export const doubtfulFigure = (key: string, name: string, value: string): ShownFigure => ({
  ...figure(key, name, value),
  doubtful: true,
});

export const SHOWS_NOTHING: WallShows = {
  film: true,
  looks: false,
  pieces: 'none',
  condition: false,
  faults: false,
  work: false,
  hand: false,
  openings: false,
};
export const SILENT: PaneSays = { tone: 'plain', under: null };
