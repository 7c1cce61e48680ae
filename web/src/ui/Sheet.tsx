import { Dialog } from 'radix-ui';
import type { ReactNode } from 'react';

interface SheetProps {
  readonly title: string;
  readonly open: boolean;
  /** For tables. */
  readonly wide?: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
}

/** A sheet of paper laid over the work, until it is answered. */
export function Sheet({ title, open, wide = false, onClose, children }: SheetProps) {
  return (
    <Dialog.Root open={open} onOpenChange={(next) => !next && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/40" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed inset-x-3 top-[8vh] z-30 mx-auto flex max-h-[84vh] ${wide ? 'max-w-5xl' : 'max-w-xl'} flex-col gap-4 overflow-y-auto border border-ink bg-sheet p-5 shadow-lifted`}
        >
          <Dialog.Title className="text-xl font-bold">{title}</Dialog.Title>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
