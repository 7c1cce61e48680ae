import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { buttonLook } from '../../ui/Button.tsx';

interface WallMenuProps {
  readonly fromOutside: boolean;
  readonly onTurn: () => void;
  readonly onOpen: (dialog: 'change' | 'copy' | 'plan' | 'delete') => void;
}

const ITEM =
  'flex min-h-11 items-center justify-between gap-6 px-3 whitespace-nowrap data-highlighted:bg-edge-tint';

/** What can be done with a wall, by name and key. */
export function WallMenu({ fromOutside, onTurn, onOpen }: WallMenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={`${buttonLook('plain', 'low')} shrink-0 text-sm`}>
        Wall menu <ChevronDown size={15} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={4}
          className="z-20 min-w-64 border border-ink bg-sheet p-1 shadow-lifted"
        >
          <DropdownMenu.Item className={ITEM} onSelect={onTurn} aria-keyshortcuts="Alt+O">
            {fromOutside ? 'See from inside' : 'See from outside'}
            <span className="text-sm text-quiet">Alt O</span>
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => onOpen('change')}>
            Edit wall: name, room, direction
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => onOpen('copy')}>
            Copy wall or room
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => onOpen('plan')}>
            Site plan
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-hairline" />
          <DropdownMenu.Item className={`${ITEM} text-brick`} onSelect={() => onOpen('delete')}>
            Delete wall
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
