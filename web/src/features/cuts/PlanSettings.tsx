import { Popover } from 'radix-ui';
import { ChevronDown } from 'lucide-react';
import { buttonLook } from '../../ui/Button.tsx';
import { useJob } from '../job/index.ts';
import { LongestPull } from './LongestPull.tsx';
import { RulesByPane } from './RulesByPane.tsx';
import { SchoolChoice, SchoolReason } from './School.tsx';

/** How this job is cut, under one button. */
export function PlanSettings() {
  const { rules } = useJob();
  return (
    <Popover.Root>
      <Popover.Trigger className={`${buttonLook('plain', 'low')} text-sm`}>
        <span className="text-quiet">Cutting method:</span> {rules.name}
        <ChevronDown size={15} aria-hidden />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          aria-label="Cutting method"
          className="z-20 flex w-[min(30rem,calc(100vw-1rem))] flex-col gap-3 border border-ink bg-sheet p-4 shadow-lifted"
        >
          <SchoolChoice />
          <SchoolReason />
          <LongestPull />
          <RulesByPane />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
