import { z } from 'zod';

/** A currency of ISO 4217, as the runtime knows them. */
export const currencySchema = z
  .string()
  .regex(/^[A-Z]{3}$/, 'A currency has three letters, as EUR')
  .refine((code) => Intl.supportedValuesOf('currency').includes(code), {
    message: 'Choose a currency by its three letters, as EUR',
  });

/** How many decimals the minor unit of a currency has: 2 for EUR, 0 for JPY (ISO 4217, by the runtime's tables). */
export function decimalsOf(currency: string): number {
  return (
    new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  );
}
