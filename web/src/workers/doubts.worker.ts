import { jobDoubts, type JobRecords } from '@neat-sill/core/job';
import type { RuleSet } from '@neat-sill/core/rules';
import type { Doubt } from '@neat-sill/core/survey';

export interface DoubtsOrder {
  readonly turn: number;
  readonly records: Pick<JobRecords, 'pane' | 'wall'>;
  readonly rules: RuleSet;
}

export interface DoubtsAnswer {
  readonly turn: number;
  readonly doubts: ReadonlyMap<string, readonly Doubt[]>;
}

self.onmessage = ({ data }: MessageEvent<DoubtsOrder>) => {
  const answer: DoubtsAnswer = { turn: data.turn, doubts: jobDoubts(data.records, data.rules) };
  self.postMessage(answer);
};
