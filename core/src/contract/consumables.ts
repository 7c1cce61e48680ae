import { z } from 'zod';

/** In what a consumable is counted. */
export const CONSUMABLE_UNITS = ['pieces', 'ml', 'm'] as const;

const amount = z
  .number('Write a number')
  .min(0, 'There is no less than none')
  .max(1_000_000, 'That is more than a shop has');

/** What is used up beside film: blades, slip, sealant, cloths. */
export const consumableSchema = z
  .strictObject({
    id: z.uuid(),
    name: z.string().trim().min(1, 'Name it').max(60, 'At most 60 letters'),
    unit: z.enum(CONSUMABLE_UNITS),
    onHand: amount,
    /** Below this it is to be bought; null where nobody minds. */
    least: amount.nullable(),
    place: z.string().trim().max(60, 'At most 60 letters').nullable(),
    version: z.int().min(0),
  })
  .meta({ id: 'Consumable' });

export const consumablesSchema = z.array(consumableSchema).meta({ id: 'Consumables' });
export type Consumable = z.infer<typeof consumableSchema>;

/** Whether there is too little of it. */
export const isLow = ({ onHand, least }: Pick<Consumable, 'onHand' | 'least'>) =>
  least !== null && onHand < least;
