import { zodResolver } from '@hookform/resolvers/zod';
import { SHORTEST_PASSWORD, useLinkSchema, type LinkAnswer, type UseLink } from '@neat-sill/core/contract';
import { useForm } from 'react-hook-form';
import { useLocation, useNavigate } from 'react-router';
import { sentenceOf, useLookAtLinkQuery, useSessionQuery, useUseLinkMutation } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { FormChoice } from '../../ui/FormFields.tsx';
import { Note } from '../../ui/Note.tsx';
import { SillPicture } from '../../ui/SillPicture.tsx';
import { TIME_ZONES } from '../site/index.ts';
import { CURRENCIES, ROLE_NAMES } from './choices.ts';

const TITLES: Readonly<Record<LinkAnswer['kind'], string>> = {
  shop: 'Begin your shop',
  invitation: 'Welcome',
  password: 'Choose a new password',
};

function lead(link: LinkAnswer): string {
  switch (link.kind) {
    case 'shop':
      return 'You will be its owner: you choose the films and the house rules and invite the others.';
    case 'invitation':
      return `${link.shop} has invited you as ${ROLE_NAMES[link.role]}. You sign in with ${link.email}.`;
    case 'password':
      return `For ${link.name}, ${link.shop}. You sign in with ${link.email}.`;
  }
}

/** A form has all fields; which are asked for and sent goes by the kind of the link. */
type Filled = Extract<UseLink, { kind: 'shop' }>;

function startOf(link: LinkAnswer, token: string): Filled {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  return {
    kind: link.kind as 'shop',
    token,
    shop: '',
    name: 'name' in link ? link.name : '',
    email: '',
    password: '',
    unit: 'mm',
    currency: 'EUR',
    timeZone: TIME_ZONES.some(([known]) => known === zone) ? zone : 'UTC',
  };
}

function sentBy(link: LinkAnswer, filled: Filled): UseLink {
  const { token, name, password } = filled;
  switch (link.kind) {
    case 'shop':
      return filled;
    case 'invitation':
      return { kind: 'invitation', token, name, password };
    case 'password':
      return { kind: 'password', token, password };
  }
}

function LinkForm({ link, token }: { link: LinkAnswer; token: string }) {
  const [take, { error, isLoading }] = useUseLinkMutation();
  const navigate = useNavigate();
  const { register, control, handleSubmit, formState } = useForm<Filled>({
    defaultValues: startOf(link, token),
    resolver: async (values, context, options) => {
      const checked = await zodResolver(useLinkSchema)(sentBy(link, values), context, options as never);
      return Object.keys(checked.errors).length > 0
        ? { values: {}, errors: checked.errors as never }
        : { values, errors: {} };
    },
  });
  const wrong = (field: keyof Filled) => formState.errors[field]?.message;
  const submit = handleSubmit(async (filled) => {
    const used = await take(sentBy(link, filled));
    if (used.data) await navigate(link.kind === 'shop' ? '/shop' : '/', { replace: true });
  });
  return (
    <form noValidate className="flex flex-col gap-4" onSubmit={(event) => void submit(event)}>
      {link.kind === 'shop' && (
        <>
          <TextField label="Name of the shop" autoFocus problem={wrong('shop')} {...register('shop')} />
          <div className="grid gap-4 sm:grid-cols-2">
            <FormChoice control={control} name="currency" label="Currency" options={CURRENCIES} />
            <FormChoice
              control={control}
              name="unit"
              label="Lengths in"
              options={[
                ['mm', 'Millimetres'],
                ['in', 'Inches'],
              ]}
            />
          </div>
          <FormChoice control={control} name="timeZone" label="Time zone" options={TIME_ZONES} />
          <TextField
            label="Your e-mail address"
            type="email"
            autoComplete="username"
            problem={wrong('email')}
            {...register('email')}
          />
        </>
      )}
      {link.kind !== 'password' && (
        <TextField label="Your name" autoComplete="name" problem={wrong('name')} {...register('name')} />
      )}
      <TextField
        label="Password"
        type="password"
        autoComplete="new-password"
        hint={`${SHORTEST_PASSWORD} characters or more. A few words that don’t belong together are good and easily kept in mind.`}
        problem={wrong('password')}
        {...register('password')}
      />
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      <Button type="submit" weight="act" className="min-h-12" disabled={isLoading}>
        {link.kind === 'shop' ? 'Begin' : link.kind === 'invitation' ? 'Join' : 'Save and sign in'}
      </Button>
    </form>
  );
}

/** Where a one-time link leads. The token stands behind the #, which no server or log gets to see. */
export function WelcomePage() {
  const { hash } = useLocation();
  const token = hash.slice(1);
  // Who is signed in already is asked first: its answer brings the token that every write carries.
  const { data: session } = useSessionQuery();
  const { data: link, error } = useLookAtLinkQuery(
    { token },
    { skip: token === '' || session === undefined },
  );
  const here = session?.person;
  return (
    <main className="mx-auto flex min-h-full max-w-md flex-col justify-center gap-6 p-6">
      <div>
        <SillPicture />
        <h1 className="text-3xl font-bold">{link ? TITLES[link.kind] : 'Neat Sill'}</h1>
        {link && <p className="text-quiet">{lead(link)}</p>}
      </div>
      {token === '' && <Note tone="doubt">This address is not whole; open the link just as you got it.</Note>}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {here && link && (
        <Note tone="doubt">
          You are signed in as {here.name}, {here.shop}. Using this link signs you out there.
        </Note>
      )}
      {link && <LinkForm key={token} link={link} token={token} />}
    </main>
  );
}
