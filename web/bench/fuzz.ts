import { brokenText, chanceOf, tally } from '../../cli/src/bench/fuzzing.ts';
import { parseDrawing } from '../src/files/parseDrawing.ts';
import { UnreadableFile } from '../src/files/unreadable.ts';
import { readTables } from '../src/files/tables.ts';

/* The readers of files that only the page has, with broken input; prints what became of it as JSON. */

// The parser of drawings tells each oddity it passes over.
for (const say of ['log', 'warn', 'info', 'error'] as const) console[say] = () => undefined;
const inputs = Number(process.argv[2] ?? 1000);
const square = (left: number) =>
  [0, 'LWPOLYLINE', 8, 'GLASS', 90, 4, 70, 1]
    .concat([left, left + 10, left + 10, left].flatMap((x, at) => [10, x, 20, at < 2 ? 0 : 10]))
    .join('\n');
const DRAWINGS = [
  `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n4\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n${square(0)}\n${square(20)}\n0\nENDSEC\n0\nEOF`,
  `0\nSECTION\n2\nBLOCKS\n0\nBLOCK\n2\nW\n10\n0\n20\n0\n${square(0)}\n0\nENDBLK\n0\nENDSEC\n0\nSECTION\n2\nENTITIES\n0\nINSERT\n2\nW\n10\n5\n20\n5\n41\n2\n0\nENDSEC\n0\nEOF`,
];
const SHEETS = [
  'Number,Room,Width\n1,"Kitchen, front",819\n2,Hall,"32 1/4"""\n',
  'a;b;c\n1;2;3\n',
  'a\tb\n1\t2\n',
];

/** Refused with a sentence is refused; anything else that is thrown is a fault. */
const refusedOr = (read: () => unknown): boolean => {
  try {
    read();
    return true;
  } catch (error) {
    if (error instanceof UnreadableFile) return false;
    throw error;
  }
};
const drawings = tally('a drawing (DXF)', inputs, (chance) =>
  refusedOr(() => parseDrawing('a.dxf', brokenText(chance.pick(DRAWINGS), DRAWINGS, chance))),
);

let [taken, refused, slowestMs] = [0, 0, 0];
const thrown: { seed: number; message: string }[] = [];
for (let seed = 1; seed <= inputs; seed += 1) {
  const chance = chanceOf(seed);
  const start = performance.now();
  const file = new File([brokenText(chance.pick(SHEETS), SHEETS, chance)], 'a.csv');
  try {
    await readTables(file);
    taken += 1;
  } catch (error) {
    if (error instanceof UnreadableFile) refused += 1;
    else thrown.push({ seed, message: String(error) });
  }
  slowestMs = Math.max(slowestMs, performance.now() - start);
}
process.stdout.write(
  JSON.stringify([drawings, { name: 'a table (CSV)', inputs, taken, refused, thrown, slowestMs }]),
);
