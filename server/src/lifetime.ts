/**
 * Ends the process in order at SIGTERM or SIGINT, once however many come; started by a supervisor (SUPERVISED=yes) also when
 * that is gone, which it learns from its standard input, so that no server is left over that nobody looks after.
 */
export function endWithParent(letGo: () => readonly Promise<unknown>[]): void {
  let isEnding = false;
  const end = () => {
    if (isEnding) return;
    isEnding = true;
    void Promise.allSettled(letGo()).then(() => process.exit(0));
  };
  process.on('SIGTERM', end);
  process.on('SIGINT', end);
  if (process.env['SUPERVISED'] === 'yes') process.stdin.on('end', end).on('error', end).resume();
}
