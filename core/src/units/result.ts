/** The outcome of something that people's input can make fail: a value, or a problem that says why not. */
export type Result<Value, Problem> =
  { readonly ok: true; readonly value: Value } | { readonly ok: false; readonly problem: Problem };

export function succeed<Value>(value: Value): { readonly ok: true; readonly value: Value } {
  return { ok: true, value };
}

export function fail<Problem>(problem: Problem): { readonly ok: false; readonly problem: Problem } {
  return { ok: false, problem };
}

/** Closes a switch over a union: the compiler lists every place to change when a case is added. */
export function assertNever(value: never): never {
  throw new Error(`A case was forgotten: ${JSON.stringify(value)}`);
}
