/** Prints figures under their names, columns aligned. */
export function printTable(title: string, rows: readonly Readonly<Record<string, string | number>>[]): void {
  const names = Object.keys(rows[0] ?? {});
  const cells = [names, ...rows.map((row) => names.map((name) => String(row[name] ?? '')))];
  const widths = names.map((_, at) => Math.max(...cells.map((line) => line[at]?.length ?? 0)));
  const lines = cells.map((line) => line.map((cell, at) => cell.padStart(widths[at] ?? 0)).join('  '));
  process.stdout.write(`\n${title}\n${lines.join('\n')}\n`);
}

export function timed<Value>(work: () => Value): { value: Value; ms: number } {
  const start = performance.now();
  const value = work();
  return { value, ms: performance.now() - start };
}

export const heapMb = () => Math.round(process.memoryUsage().heapUsed / 2 ** 20);
