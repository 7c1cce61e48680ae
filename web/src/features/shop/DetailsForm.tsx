import { zodResolver } from '@hookform/resolvers/zod';
import { saveShopSchema, type Shop } from '@neat-sill/core/contract';
import { ImageUp } from 'lucide-react';
import { useState } from 'react';
import { Controller, useForm } from 'react-hook-form';
import { z } from 'zod';
import { problemOf, sentenceOf, useSaveLogoMutation, useSaveShopMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextArea, TextField } from '../../ui/Field.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { FormChoice } from '../../ui/FormFields.tsx';
import { Note } from '../../ui/Note.tsx';
import { CURRENCIES } from '../account/index.ts';
import { PlaceFields, placeText, placeTextSchema } from '../site/index.ts';

const numberText = (problem: string) =>
  z
    .string()
    .trim()
    .transform((text) => (text === '' ? Number.NaN : Number(text.replace(',', '.'))))
    .refine((value) => !Number.isNaN(value), problem);

const details = saveShopSchema.shape.details;
/** As it is typed: numbers as text. */
const formSchema = z.object({
  ...details.omit({ taxPercent: true, idleHours: true, place: true, timeZone: true, town: true }).shape,
  name: saveShopSchema.shape.name,
  taxPercent: numberText('A tax is a number, as 19 or 7.5').pipe(details.shape.taxPercent),
  idleHours: numberText('Whole hours, as 72').pipe(details.shape.idleHours),
  where: placeTextSchema,
});
type Typed = z.input<typeof formSchema>;
type Filled = z.output<typeof formSchema>;

function typedOf({ name, details: { town, place, timeZone, ...rest } }: Shop): Typed {
  return {
    ...rest,
    name,
    taxPercent: String(rest.taxPercent),
    idleHours: String(rest.idleHours),
    where: placeText(town, place, timeZone),
  };
}

const detailsOf = ({ name: _name, where, ...rest }: Filled): Shop['details'] => ({
  ...rest,
  town: where.town,
  timeZone: where.timeZone,
  place: where.position,
});

function Logo({ shop }: { shop: Shop }) {
  const [save, { error, isLoading, fulfilledTimeStamp = 0 }] = useSaveLogoMutation();
  return (
    <div className="flex flex-wrap items-center gap-4">
      {shop.hasLogo ? (
        <img
          src={`/api/shop/logo?${fulfilledTimeStamp}`}
          alt="Logo of the shop"
          className="max-h-16 max-w-48"
        />
      ) : (
        <span className="text-quiet">No logo yet</span>
      )}
      <FileButton
        asks="Logo"
        accept="image/png,image/jpeg,image/webp"
        disabled={isLoading}
        onFile={async (file) => void (await save(file))}
      >
        <ImageUp size={17} aria-hidden /> {shop.hasLogo ? 'Another logo' : 'Choose a logo'}
      </FileButton>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
    </div>
  );
}

/** What the shop says of itself: it stands on every paper, and is where a new job begins. */
export function DetailsForm({ shop }: { shop: Shop }) {
  // As it was read: what somebody else saves meanwhile is found at saving, and takes nothing that was typed here.
  const [base, setBase] = useState(shop);
  const [save, { error, isLoading, isSuccess }] = useSaveShopMutation();
  const form = useForm<Typed, unknown, Filled>({
    resolver: zodResolver(formSchema),
    defaultValues: typedOf(base),
  });
  const { register, control, handleSubmit, formState } = form;
  const wrong = (field: keyof Typed) => formState.errors[field]?.message;
  const send = (despiteOpenQuotes: boolean) =>
    handleSubmit(async (filled) => {
      const { name } = filled;
      const saved = await save({
        ...{ name, despiteOpenQuotes },
        baseVersion: base.version,
        details: detailsOf(filled),
      });
      if (!saved.data) return;
      setBase(saved.data);
      form.reset(typedOf(saved.data));
    });
  const submit = send(false);
  const hasOpenQuotes = error && problemOf(error)?.title === 'Open quotes';
  return (
    <form noValidate className="flex flex-col gap-5" onSubmit={(event) => void submit(event)}>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="mb-1 font-bold">On every paper</legend>
        <TextField label="Name of the shop" problem={wrong('name')} {...register('name')} />
        <TextField label="Street" problem={wrong('street')} {...register('street')} />
        <TextField label="Telephone" type="tel" problem={wrong('telephone')} {...register('telephone')} />
        <TextField label="E-mail address" type="email" problem={wrong('email')} {...register('email')} />
        <TextField label="Web address" problem={wrong('web')} {...register('web')} />
        <TextField label="Tax number" problem={wrong('taxNumber')} {...register('taxNumber')} />
        <FormChoice
          control={control}
          name="paper"
          label="Paper"
          options={[
            ['A4', 'A4, 210 × 297 mm'],
            ['LETTER', 'Letter, 8½ × 11 in'],
          ]}
        />
        <div className="self-end">
          <Logo shop={shop} />
        </div>
      </fieldset>
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="mb-1 font-bold">Money and measures</legend>
        <FormChoice control={control} name="currency" label="Currency" options={CURRENCIES} />
        <TextField
          label="Tax on the price, %"
          inputMode="decimal"
          problem={wrong('taxPercent')}
          {...register('taxPercent')}
        />
        <FormChoice
          control={control}
          name="unit"
          label="Lengths for new people"
          options={[
            ['mm', 'Millimetres'],
            ['in', 'Inches'],
          ]}
        />
      </fieldset>
      <fieldset className="flex flex-col gap-3">
        <legend className="mb-1 font-bold">Where the shop is</legend>
        <Controller
          control={control}
          name="where"
          render={({ field: { value, onChange } }) => (
            <PlaceFields
              value={value}
              onChange={onChange}
              problems={{ position: formState.errors.where?.position?.message }}
            />
          )}
        />
      </fieldset>
      <fieldset className="grid gap-3">
        <legend className="mb-1 font-bold">Texts</legend>
        <TextArea label="Warranty" rows={3} problem={wrong('warranty')} {...register('warranty')} />
        <TextArea label="Terms" rows={3} problem={wrong('terms')} {...register('terms')} />
      </fieldset>
      <fieldset className="grid items-start gap-3 sm:grid-cols-2">
        <legend className="mb-1 font-bold">Signing in</legend>
        <TextField
          label="Sign out after so many hours without use"
          inputMode="numeric"
          problem={wrong('idleHours')}
          {...register('idleHours')}
        />
        <label className="flex min-h-11 items-center gap-3 sm:mt-6">
          <input type="checkbox" className="size-5 accent-edge" {...register('ownersNeedCode')} />
          Owners must have a second factor
        </label>
      </fieldset>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {hasOpenQuotes && (
        <div>
          <Button onClick={(event) => void send(true)(event)}>Change the currency all the same</Button>
        </div>
      )}
      <div className="flex items-center gap-3">
        <Button type="submit" weight="act" disabled={isLoading || !formState.isDirty}>
          Save
        </Button>
        {isSuccess && !formState.isDirty && <span role="status">Saved.</span>}
      </div>
    </form>
  );
}
