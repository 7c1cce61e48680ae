import type { RuleSet } from '@neat-sill/core/rules';
import { jobDoubts, type JobDoubts, type SurveyRecords } from '@neat-sill/core/survey';

export interface DoubtsOrder {
  readonly turn: number;
  readonly records: Pick<SurveyRecords, 'pane' | 'wall'>;
  readonly rules: RuleSet;
}

export interface DoubtsAnswer {
  readonly turn: number;
  readonly doubts: JobDoubts;
}

self.onmessage = ({ data }: MessageEvent<DoubtsOrder>) => {
  const answer: DoubtsAnswer = { turn: data.turn, doubts: jobDoubts(data.records, data.rules.survey) };
  self.postMessage(answer);
};
