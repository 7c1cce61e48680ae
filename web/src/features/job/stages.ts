/** The stages of a job, in the order of the trade. */
export const STAGES = [
  { id: 'survey', name: 'Survey', key: '1' },
  { id: 'film', name: 'Film', key: '2' },
  { id: 'cuts', name: 'Cuts', key: '3' },
  { id: 'price', name: 'Price', key: '4' },
  { id: 'day', name: 'Day', key: '5' },
  { id: 'fitting', name: 'Fitting', key: '6' },
  { id: 'handover', name: 'Handover', key: '7' },
] as const;

export type StageId = (typeof STAGES)[number]['id'];

export function isStage(text: string | undefined): text is StageId {
  return STAGES.some(({ id }) => id === text);
}
