import type { OfferedQuote } from '@neat-sill/core/contract';
import { decimalsOf } from '@neat-sill/core/price';
import { formatMoney } from '@neat-sill/core/units';
import { customerTexts } from '@neat-sill/core/words';
import { useState } from 'react';
import { useLocation } from 'react-router';
import { sentenceOf, useAcceptOfferMutation, useLookAtOfferQuery, useSessionQuery } from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { showDay, showMoment } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';
import { SignSheet } from '../../ui/SignSheet.tsx';
import { SillPicture } from '../../ui/SillPicture.tsx';
import { Ask } from './Ask.tsx';
import { OfferedWay } from './OfferedWay.tsx';

interface OfferProps {
  readonly offer: OfferedQuote;
  readonly token: string;
}

/** Accepts by name and hand what is chosen; says so where that was done, or why it can’t be. */
function Accept({
  offer,
  token,
  optionId,
  money,
}: OfferProps & { optionId: string; money: (minor: number) => string }) {
  const [accept, { error, isLoading }] = useAcceptOfferMutation();
  const [open, setOpen] = useState(false);
  const chosen = offer.options.find(({ id }) => id === optionId) ?? offer.options[0];
  const { page: says, paper, signing } = customerTexts(offer.language);
  if (!chosen) return null;
  const among = offer.options.length > 1;
  const taken = offer.options.find(({ id }) => id === offer.accepted?.optionId);
  if (offer.accepted)
    return (
      <Note tone="good" role="status">
        {says.acceptedBy(
          offer.accepted.name,
          showMoment(offer.accepted.at),
          among ? (taken?.name ?? null) : null,
          offer.shop.name,
        )}
      </Note>
    );
  if (offer.against) return <Note tone="doubt">{offer.against}</Note>;
  return (
    <div className="flex flex-col items-start gap-2">
      <Button weight="act" className="min-h-12" onClick={() => setOpen(true)}>
        {says.acceptWhat(among ? chosen.name : null, money(chosen.price.gross))}
      </Button>
      {error && !open && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {open && (
        <SignSheet
          title={says.signs(offer.changes ? paper.kind.changeOrder : paper.kind.quote, offer.number)}
          says={says.agreesTo(
            among ? chosen.name : null,
            money(chosen.price.gross),
            chosen.price.deposit > 0 ? money(chosen.price.deposit) : null,
          )}
          asks={signing}
          name={offer.customer}
          act={says.accept}
          busy={isLoading}
          onClose={() => setOpen(false)}
          onSign={(name, strokes) =>
            void accept({ token, quoteId: offer.quoteId, optionId: chosen.id, name, strokes }).then(() =>
              setOpen(false),
            )
          }
        />
      )}
    </div>
  );
}

function Offer({ offer, token }: OfferProps) {
  const [seen, setSeen] = useState<'day' | 'night'>('day');
  const [chosenId, setChosenId] = useState(offer.accepted?.optionId ?? offer.options[0]?.id ?? '');
  const money = (minor: number) => formatMoney(minor / 10 ** decimalsOf(offer.currency), offer.currency);
  const option = offer.options.find(({ id }) => id === chosenId) ?? offer.options[0];
  if (!option) return null;
  const texts = customerTexts(offer.language);
  const { paper, page } = texts;
  const { shop, changes } = offer;
  const contact = [shop.telephone, shop.email].filter(Boolean).join(', ');
  const more = changes ? option.price.gross - changes.grossBefore : 0;
  return (
    <main className="mx-auto flex w-full max-w-3xl flex-col gap-6 bg-sheet px-4 py-6 sm:px-8">
      <header className="border-b border-ink pb-3">
        <p className="font-bold">{shop.name}</p>
        {contact && <p className="text-quiet">{contact}</p>}
        <h1 className="mt-3 text-2xl font-bold">
          {paper.title(changes ? paper.kind.changeOrder : paper.kind.quote, offer.number, offer.job)}
        </h1>
        <p className="text-quiet">
          {paper.forWhom(
            [offer.customer, offer.place].filter(Boolean).join(', '),
            showDay(offer.madeAt),
            showDay(offer.validUntil),
          )}
        </p>
      </header>
      {changes && (
        <section aria-label={page.whatChanges}>
          <h2 className="text-xl font-bold">{paper.changesSince(changes.number)}</h2>
          <ul className="list-disc pl-5">
            {changes.differences.map((difference) => (
              <li key={difference}>{difference}</li>
            ))}
          </ul>
          <p>
            {texts.differences.toPay(
              money(changes.grossBefore),
              money(option.price.gross),
              money(Math.abs(more)),
              more < 0 ? 'less' : 'more',
            )}
          </p>
        </section>
      )}
      <section className="flex flex-col gap-4" aria-label={page.whatIsOffered}>
        <div className="flex flex-wrap items-center justify-between gap-3">
          {offer.options.length > 1 && (
            <OneOf
              label={page.choice}
              look="key"
              options={offer.options.map(({ id, name, price }) => [
                id,
                <span key={id} className="px-3">
                  {name}, {money(price.gross)}
                </span>,
              ])}
              value={option.id}
              onChoose={setChosenId}
            />
          )}
          <OneOf
            label={page.when}
            options={[
              ['day', page.byDay],
              ['night', page.inTheEvening],
            ]}
            value={seen}
            onChoose={setSeen}
          />
        </div>
        <OfferedWay option={option} seen={seen} unit={shop.unit} money={money} texts={texts} />
        <div>
          <h3 className="font-bold">{paper.notIncluded}</h3>
          <ul className="list-disc pl-5">
            {texts.notIncluded.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </div>
        {offer.terms && (
          <div>
            <h3 className="font-bold">{paper.terms}</h3>
            <p className="text-sm whitespace-pre-line">{offer.terms}</p>
          </div>
        )}
      </section>
      <Accept offer={offer} token={token} optionId={option.id} money={money} />
      <Ask offer={offer} token={token} says={page} />
    </main>
  );
}

/** What a customer sees behind their secret link: the quote, and where to accept it or ask. Nothing else is reached from here. */
export function OfferPage() {
  const token = useLocation().hash.slice(1);
  // Before the quote is there nobody knows its language.
  const { page } = customerTexts('en');
  // Somebody of the shop may be signed in here: what is sent must carry the token of their session then.
  const { data: session } = useSessionQuery();
  const isWhole = token.length >= 20;
  const { data: offer, error } = useLookAtOfferQuery({ token }, { skip: !isWhole || !session });
  if (offer) return <Offer offer={offer} token={token} />;
  return (
    <main className="mx-auto flex max-w-md flex-col items-center gap-4 p-8 text-center">
      <SillPicture />
      {isWhole && !error ? (
        <p role="status">{page.fetching}</p>
      ) : (
        <Note tone="no" role="alert">
          {error ? sentenceOf(error) : page.notWhole}
        </Note>
      )}
    </main>
  );
}
