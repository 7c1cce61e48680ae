import { Moon, Ruler, Sun } from 'lucide-react';
import type { LengthUnit } from '@neat-sill/core/units';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useState } from 'react';
import { Link } from 'react-router';
import { useSavePreferencesMutation } from '../api/api.ts';
import { MENU_ITEM_LOOK, MENU_LOOK } from '../ui/menuLook.ts';
import { SignOutSheet } from './SignOut.tsx';

function useLight() {
  const [evening, setEvening] = useState(() => localStorage.getItem('light') === 'evening');
  useEffect(() => {
    document.documentElement.dataset['light'] = evening ? 'evening' : 'day';
    localStorage.setItem('light', evening ? 'evening' : 'day');
  }, [evening]);
  return { evening, turn: () => setEvening(!evening) };
}

interface PersonMenuProps {
  readonly name: string;
  readonly shop: string;
  readonly unit: LengthUnit;
}

/** Who is signed in, and what belongs to them: account, light, signing out. */
export default function PersonMenu({ name, shop, unit }: PersonMenuProps) {
  const [leaving, setLeaving] = useState(false);
  const { evening, turn } = useLight();
  const [savePreferences] = useSavePreferencesMutation();
  const initials = name
    .split(' ')
    .map((part) => part[0])
    .join('');
  return (
    <>
      {leaving && <SignOutSheet onClose={() => setLeaving(false)} />}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger
          aria-label={`${name}, ${shop}`}
          className="size-9 shrink-0 rounded-full bg-ledge text-sm font-bold text-on-ledge"
        >
          {initials}
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content align="end" sideOffset={6} className={MENU_LOOK}>
            <DropdownMenu.Label className="px-3 py-2 text-sm text-quiet">
              {name}, {shop}
            </DropdownMenu.Label>
            <DropdownMenu.Item asChild>
              <Link to="/account" className={MENU_ITEM_LOOK}>
                Your account
              </Link>
            </DropdownMenu.Item>
            <DropdownMenu.Item
              onSelect={() => void savePreferences({ unit: unit === 'mm' ? 'in' : 'mm' })}
              className={`${MENU_ITEM_LOOK} md:hidden`}
            >
              <Ruler size={17} aria-hidden /> {unit === 'mm' ? 'Lengths in inches' : 'Lengths in millimetres'}
            </DropdownMenu.Item>
            <DropdownMenu.Item onSelect={turn} className={MENU_ITEM_LOOK}>
              {evening ? <Sun size={17} aria-hidden /> : <Moon size={17} aria-hidden />}{' '}
              {evening ? 'Light mode' : 'Dark mode'}
            </DropdownMenu.Item>
            <DropdownMenu.Item onSelect={() => setLeaving(true)} className={MENU_ITEM_LOOK}>
              Sign out
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
