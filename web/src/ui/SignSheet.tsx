import { useState } from 'react';
import { Button } from './Button.tsx';
import { TextField } from './Field.tsx';
import { Sheet } from './Sheet.tsx';
import { SignaturePad, type Strokes } from './SignaturePad.tsx';

/** The strokes of a signature as they are kept. */
export type DrawnStrokes = [number, number][][];

interface SignSheetProps {
  readonly title: string;
  readonly says: string;
  readonly name: string;
  readonly act: string;
  readonly busy?: boolean;
  readonly onSign: (name: string, strokes: DrawnStrokes) => void;
  readonly onClose: () => void;
}

/** Has somebody sign with name and hand. */
export function SignSheet({ title, says, name: before, act, busy = false, onSign, onClose }: SignSheetProps) {
  const [name, setName] = useState(before);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const missing = name.trim() === '' ? 'Who signs?' : strokes.length === 0 ? 'Sign in the field.' : null;
  return (
    <Sheet title={title} open onClose={onClose}>
      <p>{says}</p>
      <TextField
        label="Name"
        value={name}
        maxLength={120}
        onChange={(event) => setName(event.target.value)}
      />
      <SignaturePad label="Sign here" strokes={strokes} onStrokes={setStrokes} />
      <div className="flex flex-wrap items-center justify-end gap-2">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" disabled={strokes.length === 0} onClick={() => setStrokes([])}>
          Clear
        </Button>
        <Button className="min-h-12" onClick={onClose}>
          Cancel
        </Button>
        <Button
          className="min-h-12"
          weight="act"
          disabled={missing !== null || busy}
          onClick={() =>
            onSign(
              name.trim(),
              strokes.map((stroke) => stroke.map(([x, y]): [number, number] => [x, y])),
            )
          }
        >
          {act}
        </Button>
      </div>
    </Sheet>
  );
}
