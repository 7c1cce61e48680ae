/** How the letters of a text file may be written. */
export const ENCODINGS = [
  ['utf-8', 'UTF-8'],
  ['utf-16le', 'UTF-16'],
  ['windows-1252', 'Windows, Western Europe'],
  ['windows-1250', 'Windows, Central Europe'],
  ['windows-1251', 'Windows, Cyrillic'],
  ['macintosh', 'Macintosh'],
] as const;
export type Encoding = (typeof ENCODINGS)[number][0];

/** What a byte order mark at the beginning says. */
const MARKS: readonly (readonly [readonly number[], string])[] = [
  [[0xef, 0xbb, 0xbf], 'utf-8'],
  [[0xff, 0xfe], 'utf-16le'],
  [[0xfe, 0xff], 'utf-16be'],
];

function isUtf8(bytes: Uint8Array): boolean {
  try {
    new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    return true;
  } catch (error) {
    if ((error as { readonly name?: string }).name === 'TypeError') return false;
    throw error;
  }
}

/** Text of ASCII letters in two bytes each has a zero in every other one. */
function looksTwoByte(bytes: Uint8Array): boolean {
  const begin = bytes.subarray(0, 200);
  const zeros = begin.filter((byte, at) => byte === 0 && at % 2 === 1).length;
  return zeros > begin.length / 4;
}

/** The text of a file, by its byte order mark, by what somebody says, or as it can be read: UTF-8, else Western European. */
export function decodeText(
  bytes: Uint8Array,
  said: Encoding | null = null,
): { readonly text: string; readonly encoding: Encoding } {
  const mark = MARKS.find(([sign]) => sign.every((byte, at) => bytes[at] === byte))?.[1];
  if (mark === 'utf-16be') return { text: new TextDecoder(mark).decode(bytes), encoding: 'utf-16le' };
  const encoding =
    ENCODINGS.find(([name]) => name === mark)?.[0] ??
    said ??
    (looksTwoByte(bytes) ? 'utf-16le' : isUtf8(bytes) ? 'utf-8' : 'windows-1252');
  return { text: new TextDecoder(encoding).decode(bytes), encoding };
}
