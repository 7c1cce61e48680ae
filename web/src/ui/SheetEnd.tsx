import type { ReactNode } from 'react';
import { Button } from './Button.tsx';
import { Note } from './Note.tsx';

interface SheetEndProps {
  /** What the button does, as a verb. */
  readonly act: ReactNode;
  readonly busy: boolean;
  /** Why the last try did not go through. */
  readonly problem: string | null | undefined;
  readonly onCancel: () => void;
  /** Beside the buttons. */
  readonly children?: ReactNode;
}

/** The end of a form on a sheet: what went wrong, the way out, and the act. */
export function SheetEnd({ act, busy, problem, onCancel, children }: SheetEndProps) {
  return (
    <>
      {problem && (
        <Note tone="no" role="alert">
          {problem}
        </Note>
      )}
      <div className="flex items-center justify-end gap-3">
        {children}
        <Button onClick={onCancel}>Cancel</Button>
        <Button weight="act" type="submit" disabled={busy}>
          {act}
        </Button>
      </div>
    </>
  );
}
