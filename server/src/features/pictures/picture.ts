import sharp from 'sharp';
import { HttpProblem } from '../../http/problem.ts';

const LONGEST_SIDE_PX = 1600;
const TAKEN_FORMATS = new Set(['jpeg', 'png', 'webp']);
/** A picture of more than this unpacks into more memory than it is worth. */
const MOST_PIXELS = 60_000_000;

export interface KeptPicture {
  readonly jpeg: Buffer;
  readonly widthPx: number;
  readonly heightPx: number;
}

/**
 * Takes a photograph as sent, whatever it is called: looks at its content, turns it upright, makes it no larger than a
 * sheet needs, and writes it anew, so that place and camera do not stay in it.
 */
export async function keepPicture(sent: Buffer): Promise<KeptPicture> {
  const refuse = (detail: string) => new HttpProblem(422, { title: 'No picture', detail });
  const read = sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const format = await read.metadata().then(
    (found) => found.format,
    () => null,
  );
  if (!format || !TAKEN_FORMATS.has(format))
    throw refuse(
      'This is no JPEG, PNG or WebP picture; take the photograph again or save it as one of these.',
    );
  const kept = await read
    .rotate()
    .resize({ width: LONGEST_SIDE_PX, height: LONGEST_SIDE_PX, fit: 'inside', withoutEnlargement: true })
    .jpeg({ quality: 82 })
    .toBuffer({ resolveWithObject: true })
    .catch(() => null);
  if (!kept) throw refuse('The picture is broken or too large; take it again.');
  return { jpeg: kept.data, widthPx: kept.info.width, heightPx: kept.info.height };
}
