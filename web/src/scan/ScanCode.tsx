import { readRackCode, type RackCode } from '@neat-sill/core/contract';
import { Camera } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { UnreadableFile } from '../files/unreadable.ts';
import { Button } from '../ui/Button.tsx';
import { FileButton } from '../ui/FileButton.tsx';
import { Sheet } from '../ui/Sheet.tsx';
import { useCodeReader, type FoundCode } from './useCodeReader.ts';

const LOOK_EVERY_MS = 200;
/** Wide enough for the bars of a code that fills a third of the picture. */
const MOST_WIDE_PX = 1280;

/** What the camera sees now, small enough to look through quickly; null while it sees nothing. */
function pictureOf(video: HTMLVideoElement): ImageData | null {
  if (video.videoWidth === 0) return null;
  const scale = Math.min(1, MOST_WIDE_PX / video.videoWidth);
  const [width, height] = [Math.round(video.videoWidth * scale), Math.round(video.videoHeight * scale)];
  const context = new OffscreenCanvas(width, height).getContext('2d');
  context?.drawImage(video, 0, 0, width, height);
  return context?.getImageData(0, 0, width, height) ?? null;
}

/** Looks through the camera until a code is found. */
function useCamera(onFound: (found: FoundCode) => void) {
  const read = useCodeReader();
  const video = useRef<HTMLVideoElement>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const told = useRef(onFound);
  useEffect(() => {
    told.current = onFound;
  });
  useEffect(() => {
    let stream: MediaStream | null = null;
    let isOver = false;
    const look = async () => {
      while (!isOver) {
        const picture = video.current && pictureOf(video.current);
        const found = picture ? await read(picture) : null;
        if (isOver) return;
        if (found) return told.current(found);
        await new Promise((resolve) => setTimeout(resolve, LOOK_EVERY_MS));
      }
    };
    const begin = async () => {
      try {
        stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment' } });
      } catch {
        setProblem('This device gives no camera here. Take a photograph of the code instead.');
        return;
      }
      if (isOver || !video.current) return stream.getTracks().forEach((track) => track.stop());
      video.current.srcObject = stream;
      await video.current.play().catch(() => undefined); // closed before it began
      await look();
    };
    void begin();
    return () => {
      isOver = true;
      stream?.getTracks().forEach((track) => track.stop());
    };
  }, [read]);
  return { video, problem, read };
}

function ScanSheet({ onCode, onClose }: { onCode: (code: RackCode) => void; onClose: () => void }) {
  const take = (found: FoundCode) => {
    const code = readRackCode(found.text, found.isGs1);
    if (!code) return;
    onClose();
    onCode(code);
  };
  const { video, problem, read } = useCamera(take);
  return (
    <Sheet title="Read a code" open onClose={onClose}>
      <p className="text-quiet">
        {problem ?? 'Hold the code of the roll, the offcut or the piece in front of the camera.'}
      </p>
      {problem === null && (
        <video ref={video} muted playsInline className="max-h-[50vh] w-full border border-hairline bg-ink" />
      )}
      <div className="flex flex-wrap justify-end gap-3">
        <FileButton
          asks="Photograph of a code"
          accept="image/*"
          capture="environment"
          onFile={async (file) => {
            const found = await read(file);
            if (!found)
              throw new UnreadableFile(
                'No code was found in the photograph: come closer, with the code flat and in good light.',
              );
            take(found);
          }}
        >
          From a photograph
        </FileButton>
        <Button onClick={onClose}>Cancel</Button>
      </div>
    </Sheet>
  );
}

/** Reads a code with the camera. */
export function ScanCode({ onCode, children }: { onCode: (code: RackCode) => void; children: string }) {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button onClick={() => setOpen(true)}>
        <Camera size={17} aria-hidden /> {children}
      </Button>
      {open && <ScanSheet onCode={onCode} onClose={() => setOpen(false)} />}
    </>
  );
}
