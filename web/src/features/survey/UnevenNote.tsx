import { describeUneven } from '@neat-sill/core/words';
import { Note } from '../../ui/Note.tsx';
import { useJob, useUnit } from '../job/index.ts';

/** Frames that are merely uneven are said once, instead of asking about each of their readings. */
export function UnevenNote() {
  const { unevenMm } = useJob();
  const unit = useUnit();
  return unevenMm === null ? null : <Note tone="doubt">{describeUneven(unevenMm, unit)}</Note>;
}
