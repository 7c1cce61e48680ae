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

/** As wide and high as a logo is kept, pixels: it stands some 40 mm wide on paper. */
const LOGO_PX = 800;

async function readPicture(sent: Buffer, unreadable: string) {
  const read = sharp(sent, { limitInputPixels: MOST_PIXELS, failOn: 'error' });
  const format = await read.metadata().then(
    (found) => found.format,
    () => null,
  );
  if (!format || !TAKEN_FORMATS.has(format)) throw refuse(unreadable);
  return read;
}

const refuse = (detail: string) => new HttpProblem(422, { title: 'No picture', detail });

/** Takes a logo as sent: a PNG of no more than its size on paper needs, and nothing of the file but the picture. */
export async function keepLogo(sent: unknown): Promise<Buffer> {
  const unreadable =
    'The logo can’t be read; choose a PNG, JPEG or WebP picture of up to 2 MB. Nothing was changed.';
  if (!Buffer.isBuffer(sent)) throw refuse(unreadable);
  const read = await readPicture(sent, unreadable);
  const kept = await read
    .resize({ width: LOGO_PX, height: LOGO_PX, fit: 'inside', withoutEnlargement: true })
    .png()
    .toBuffer()
    .catch(() => null);
  if (!kept) throw refuse(unreadable);
  return kept;
}

/**
 * Takes a photograph as sent, whatever it is called: looks at its content, turns it upright, makes it no larger than a
 * sheet needs, and writes it anew, so that place and camera do not stay in it.
 */
export async function keepPicture(sent: Buffer): Promise<KeptPicture> {
  const read = await readPicture(
    sent,
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
