import { ChevronDown } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import { buttonLook } from '../../ui/Button.tsx';
import { MENU_ITEM_LOOK, MENU_LOOK } from '../../ui/menuLook.ts';

interface WallMenuProps {
  readonly fromOutside: boolean;
  readonly onTurn: () => void;
  readonly onOpen: (dialog: 'change' | 'copy' | 'plan' | 'delete') => void;
}

const ITEM = `${MENU_ITEM_LOOK} justify-between`;

/** What can be done with a wall, by name and key. */
export function WallMenu({ fromOutside, onTurn, onOpen }: WallMenuProps) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={`${buttonLook('plain', 'low')} shrink-0 text-sm`}>
        Wall menu <ChevronDown size={15} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="end" sideOffset={4} className={MENU_LOOK}>
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
