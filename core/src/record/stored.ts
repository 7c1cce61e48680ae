import type { z } from 'zod';

/** A value without some keys of what stands at a place of it. */
function without(value: unknown, [step, ...rest]: readonly PropertyKey[], keys: readonly string[]): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value))
    return value.map((inner: unknown, place) => (place === step ? without(inner, rest, keys) : inner));
  return Object.fromEntries(
    Object.entries(value).flatMap(([key, inner]) => {
      if (step === undefined) return keys.includes(key) ? [] : [[key, inner]];
      return [[key, key === step ? without(inner, rest, keys) : inner]];
    }),
  );
}

/**
 * Reads by a schema what another version of Neat Sill may have written: fields that this version does not know are left out.
 * So a page or a server one version back goes on beside a newer one. Throws the schema's error for anything else.
 */
export function readStored<Schema extends z.ZodType>(schema: Schema, value: unknown): z.output<Schema> {
  const asItIs = schema.safeParse(value);
  if (asItIs.success) return asItIs.data;
  const unknown = asItIs.error.issues.flatMap((issue) =>
    issue.code === 'unrecognized_keys' ? [{ path: issue.path, keys: issue.keys }] : [],
  );
  if (unknown.length < asItIs.error.issues.length) throw asItIs.error;
  return schema.parse(unknown.reduce((read, { path, keys }) => without(read, path, keys), value));
}
