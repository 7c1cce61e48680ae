import { useState } from 'react';
import { useSessionQuery } from '../../api/api.ts';

/** Whether steps are walked one by one or in a few large ones. */
export type StepSize = 'fine' | 'large';

const KEY = 'fitting-steps';

/** As this device was last set; a learner walks the fine steps, an old hand the large ones. */
export function useStepSize(): readonly [StepSize, (size: StepSize) => void] {
  const { data: session } = useSessionQuery();
  const [chosen, setChosen] = useState<string | null>(() => localStorage.getItem(KEY));
  const usual: StepSize = session?.person?.role === 'apprentice' ? 'fine' : 'large';
  const size = chosen === 'fine' || chosen === 'large' ? chosen : usual;
  return [
    size,
    (next) => {
      localStorage.setItem(KEY, next);
      setChosen(next);
    },
  ];
}
