import type { CustomerTexts } from '@neat-sill/core/words';
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
  /** What it asks for, in the language of who signs. */
  readonly asks: CustomerTexts['signing'];
  readonly onSign: (name: string, strokes: DrawnStrokes) => void;
  readonly onClose: () => void;
}

/** Has somebody sign with name and hand. */
export function SignSheet({
  title,
  says,
  name: before,
  act,
  busy = false,
  asks,
  onSign,
  onClose,
}: SignSheetProps) {
  const [name, setName] = useState(before);
  const [strokes, setStrokes] = useState<Strokes>([]);
  const missing = name.trim() === '' ? asks.whoSigns : strokes.length === 0 ? asks.inTheField : null;
  return (
    <Sheet title={title} open onClose={onClose}>
      <p>{says}</p>
      <TextField
        label={asks.name}
        value={name}
        maxLength={120}
        onChange={(event) => setName(event.target.value)}
      />
      <SignaturePad label={asks.here} strokes={strokes} onStrokes={setStrokes} />
      <div className="flex flex-wrap items-center justify-end gap-2">
        {missing && <span className="text-sm text-quiet">{missing}</span>}
        <Button className="min-h-12" disabled={strokes.length === 0} onClick={() => setStrokes([])}>
          {asks.clear}
        </Button>
        <Button className="min-h-12" onClick={onClose}>
          {asks.cancel}
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
