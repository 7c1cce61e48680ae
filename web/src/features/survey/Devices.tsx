import { ChevronDown, X } from 'lucide-react';
import { DropdownMenu } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { MENU_ITEM_LOOK, MENU_LOOK } from '../../ui/menuLook.ts';
import { useAppDispatch, useAppSelector, viewActions, type SurveyDevice } from '../job/index.ts';

const DEVICES: readonly (readonly [SurveyDevice, string])[] = [
  ['laser', 'Laser meter'],
  ['probes', 'Glass detector and meter'],
];

/** The devices one may measure with, none of them in the way until it is asked for. */
export function DevicesMenu() {
  const dispatch = useAppDispatch();
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className={buttonLook('quiet', 'low')}>
        Devices <ChevronDown size={15} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content align="start" sideOffset={4} className={MENU_LOOK}>
          {DEVICES.map(([device, name]) => (
            <DropdownMenu.Item
              key={device}
              className={MENU_ITEM_LOOK}
              onSelect={() => dispatch(viewActions.deviceOpened(device))}
            >
              {name}
              <span className="text-sm text-quiet">stand-in</span>
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** The panel of a device while it is in use; nothing while it is not. */
export function DevicePanel({ device, children }: { device: SurveyDevice; children: ReactNode }) {
  const dispatch = useAppDispatch();
  const opened = useAppSelector((state) => state.view.device);
  if (opened !== device) return null;
  const name = DEVICES.find(([each]) => each === device)?.[1] ?? '';
  return (
    <section aria-label={name} className="border-l-4 border-dusk bg-dusk-tint px-3 py-2">
      <header className="flex items-center justify-between gap-2">
        <h3 className="font-semibold">{name}: stand-in</h3>
        <Button
          size="low"
          weight="quiet"
          aria-label={`Close the ${name.toLowerCase()}`}
          onClick={() => dispatch(viewActions.deviceOpened(null))}
        >
          <X size={16} aria-hidden />
        </Button>
      </header>
      {children}
    </section>
  );
}
