import { useRef, useState, type ComponentProps } from 'react';
import { UnreadableFile } from '../files/unreadable.ts';
import { Button } from './Button.tsx';
import { Note } from './Note.tsx';

interface FileButtonProps extends Omit<ComponentProps<typeof Button>, 'onClick' | 'onError'> {
  /** What is asked for, for those who can’t see the button. */
  readonly asks: string;
  readonly accept: string;
  /** Asks for a new picture from the camera, where there is one. */
  readonly capture?: 'environment';
  /** Takes the chosen file; a file that can’t be read is thrown as UnreadableFile, and said below the button. */
  readonly onFile: (file: File) => Promise<void>;
}

/** A button that asks for a file. The same file may be chosen again after it was mended. */
export function FileButton({ asks, accept, capture, onFile, disabled, children, ...rest }: FileButtonProps) {
  const input = useRef<HTMLInputElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [reading, setReading] = useState(false);
  const take = async (file: File) => {
    setProblem(null);
    setReading(true);
    try {
      await onFile(file);
    } catch (error) {
      if (!(error instanceof UnreadableFile)) throw error;
      setProblem(error.message);
    } finally {
      setReading(false);
    }
  };
  return (
    <>
      <Button {...rest} disabled={disabled || reading} onClick={() => input.current?.click()}>
        {children}
      </Button>
      <input
        ref={input}
        type="file"
        accept={accept}
        capture={capture}
        className="sr-only"
        tabIndex={-1}
        aria-label={asks}
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void take(file);
        }}
      />
      {problem !== null && (
        <div className="basis-full">
          <Note tone="no" role="alert">
            {problem}
          </Note>
        </div>
      )}
    </>
  );
}
