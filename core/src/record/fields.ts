import { z } from 'zod';

/* Fields that records of several stages have. */

export const nameField = z
  .string()
  .trim()
  .min(1, 'A name must not be empty')
  .max(120, 'A name has 120 letters at the most');
/** How far something is from something else, mm. */
export const placeMmField = z.number().min(0, 'Must be 0 or more').max(100_000);
/** How long something is, mm. */
export const lengthMmField = z.number().positive('Must be above 0').max(100_000);
export const momentField = z.iso.datetime({ offset: true });
