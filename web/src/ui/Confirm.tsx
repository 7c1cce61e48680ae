import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { Note } from './Note.tsx';
import { Sheet } from './Sheet.tsx';

interface ConfirmProps {
  readonly title: string;
  readonly open: boolean;
  /** The act by its name, as it stands on its button. */
  readonly act: string;
  readonly busy?: boolean;
  /** Why it could not be done. */
  readonly problem?: string | undefined;
  readonly onAct: () => void;
  readonly onClose: () => void;
  /** What goes, and whether it can come back. */
  readonly children: ReactNode;
}

/** Asks before something goes. */
export function Confirm({ title, open, act, busy = false, problem, onAct, onClose, children }: ConfirmProps) {
  return (
    <Sheet title={title} open={open} onClose={onClose}>
      <p>{children}</p>
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      <div className="flex justify-end gap-3">
        <Button onClick={onClose}>Cancel</Button>
        <Button weight="danger" disabled={busy} onClick={onAct}>
          {act}
        </Button>
      </div>
    </Sheet>
  );
}
