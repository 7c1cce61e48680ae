import { shoppingList, type FilmWanted, type ShoppingLine } from '@neat-sill/core/buying';
import { isSheet, type SoldBy } from '@neat-sill/core/film';
import {
  countOf,
  formatLength,
  formatRollWidth,
  formatRun,
  listOf,
  type LengthUnit,
} from '@neat-sill/core/units';
import { RULES_OF_ROLES } from '@neat-sill/core/contract';
import { Copy, FileDown, FileText, RefreshCw } from 'lucide-react';
import { useMemo, useState } from 'react';
import {
  sentenceOf,
  useAskSuppliersQuery,
  useFilmOrdersQuery,
  useSessionQuery,
  useShopQuery,
} from '../../api/api.ts';
import { csvOf, download } from '../../files/tables.ts';
import { showDay, today } from '../../ui/format.ts';
import { OrderSheet, type OrderStart } from './FilmOrders.tsx';
import { listAsRows, mailOf, textOfList } from './listAsText.ts';
import { useMoney } from '../../api/useMoney.ts';
import { Button, buttonLook } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';

interface ToBuyProps {
  readonly wanted: readonly FilmWanted[];
  readonly unit: LengthUnit;
  readonly filmName: (filmId: string) => string;
  /** Also says for which job each line is. */
  readonly ofManyJobs: boolean;
}

function Quantity({
  line,
  unit,
}: {
  line: Pick<ShoppingLine, 'quantity' | 'rollMm'> & { soldBy?: SoldBy };
  unit: LengthUnit;
}) {
  if (line.soldBy && isSheet({ soldBy: line.soldBy }))
    return (
      <>
        {countOf(line.quantity, 'sheet')}, {formatLength(line.rollMm, { unit })} high
      </>
    );
  return line.soldBy === 'metre' ? (
    <>{formatRun(line.quantity * 1000, unit)} by the metre</>
  ) : (
    <>
      {countOf(line.quantity, 'roll')} of {formatRun(line.rollMm, unit)}
    </>
  );
}

type Bought = Omit<OrderStart, 'supplier'>;

/** What is ordered for a line: whole rolls, or one piece as long as is wanted where it is cut by the metre. */
function boughtBy({
  filmId,
  widthMm,
  rollMm,
  quantity,
  soldBy,
}: Bought & { readonly soldBy?: SoldBy }): Bought {
  return soldBy === 'metre'
    ? { filmId, widthMm, rollMm: Math.round(quantity * 1000), quantity: 1 }
    : { filmId, widthMm, rollMm, quantity };
}

const STATES = { refused: 'refuses to answer just now', away: 'does not answer' } as const;

/** Puts a text on the clipboard; browsers have none over plain HTTP, and may refuse it. */
async function copyText(text: string): Promise<'copied' | 'refused'> {
  try {
    await navigator.clipboard.writeText(text);
    return 'copied';
  } catch {
    return 'refused';
  }
}

/** What has to be bought, by supplier, with the prices and stock that suppliers answer with. */
export function ToBuy({ wanted, unit, filmName, ofManyJobs }: ToBuyProps) {
  const money = useMoney();
  const { data: session } = useSessionQuery();
  const { data: orders } = useFilmOrdersQuery();
  const { data: shop } = useShopQuery();
  const [copying, setCopying] = useState<'not yet' | 'copied' | 'refused'>('not yet');
  const [ordering, setOrdering] = useState<OrderStart | null>(null);
  const mayBuy = session?.person ? RULES_OF_ROLES[session.person.role].changesRack : false;
  const filmIds = useMemo(() => [...new Set(wanted.map(({ filmId }) => filmId))].sort(), [wanted]);
  const {
    data: answers,
    error,
    isFetching,
    refetch,
  } = useAskSuppliersQuery(filmIds, {
    skip: filmIds.length === 0,
  });
  const list = useMemo(() => shoppingList(wanted, answers ?? []), [wanted, answers]);
  if (wanted.length === 0)
    return (
      <p className="text-quiet">
        Nothing: {ofManyJobs ? 'no kept plan asks' : 'this plan does not ask'} for new film.
      </p>
    );
  const standIns = new Set((answers ?? []).flatMap(({ supplierId, standIn }) => (standIn ? supplierId : [])));
  const silent = (answers ?? []).filter(({ state }) => state !== 'offers');
  const onOrder = ({ filmId, widthMm, rollMm }: Bought) =>
    (orders ?? []).find(
      (order) =>
        order.arrivedOn === null &&
        order.filmId === filmId &&
        order.widthMm === widthMm &&
        order.rollMm === rollMm,
    );
  const orderPart = (bought: Bought, supplier: string) => {
    const order = onOrder(bought);
    if (order) return <b className="text-edge">ordered {showDay(order.orderedOn)}</b>;
    if (!mayBuy || !ofManyJobs) return null;
    return (
      <Button size="low" onClick={() => setOrdering({ ...bought, supplier })}>
        Mark as ordered
      </Button>
    );
  };
  const forJobs = (line: Pick<ShoppingLine, 'forJobs'>) =>
    ofManyJobs ? `, for ${listOf(line.forJobs.map(({ jobName }) => jobName))}` : '';
  return (
    <div className="flex flex-col gap-3">
      {list.bySupplier.map((supplier) => (
        <section key={supplier.supplierId} aria-label={supplier.supplierName}>
          <h3 className="flex items-baseline justify-between gap-3 border-b border-hairline font-bold">
            <span>
              {supplier.supplierName}
              {standIns.has(supplier.supplierId) && (
                <span className="font-normal text-quiet">, stand-in</span>
              )}
            </span>
            <span className="font-normal">
              {money(supplier.cost)}, here in {countOf(supplier.days, 'day')},{' '}
              <a
                className="font-semibold text-edge underline"
                href={mailOf(supplier.lines, { unit, filmName })}
              >
                as a mail
              </a>
            </span>
          </h3>
          <ul>
            {supplier.lines.map((line) => (
              <li
                key={`${line.filmId} ${line.widthMm} ${line.rollMm}`}
                className="border-b border-hairline-soft py-1.5"
              >
                <span className="flex justify-between gap-3">
                  <span>
                    <b>{filmName(line.filmId)}</b> {formatRollWidth(line.widthMm, unit)} wide,{' '}
                    <Quantity line={line} unit={unit} />
                  </span>
                  <span className="shrink-0 tabular-nums">{money(line.cost)}</span>
                </span>
                <span className="flex flex-wrap items-center justify-between gap-2">
                  <span className="text-sm text-quiet">
                    {line.inStock
                      ? `in stock, lot ${line.lot}`
                      : `not in stock: ${countOf(line.days, 'day')}`}
                    {line.quantity !== 1 && line.soldBy !== 'metre' && `, ${money(line.each)} each`}
                    {line.quantity > 1 && line.soldBy !== 'metre' && ', ask for one lot'}
                    {forJobs(line)}
                  </span>
                  {orderPart(boughtBy(line), supplier.supplierName)}
                </span>
              </li>
            ))}
          </ul>
        </section>
      ))}
      {list.nowhere.length > 0 && (
        <section aria-label="Offered nowhere">
          {list.bySupplier.length > 0 && (
            <h3 className="border-b border-hairline font-bold">Nobody offers it</h3>
          )}
          <ul>
            {list.nowhere.map((line) => (
              <li key={`${line.filmId} ${line.widthMm}`} className="py-1.5">
                <b>{filmName(line.filmId)}</b> {formatRollWidth(line.widthMm, unit)} wide,{' '}
                <Quantity line={line} unit={unit} />
                {forJobs(line)} {orderPart(boughtBy(line), '')}
              </li>
            ))}
          </ul>
        </section>
      )}
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {silent.map(({ supplierId, supplierName, state }) => (
        <Note key={supplierId} tone="doubt">
          {supplierName} {STATES[state as keyof typeof STATES]}; what it offers is missing here. Ask again.
        </Note>
      ))}
      <div className="flex flex-wrap items-center gap-3 text-sm text-quiet">
        <Button
          size="low"
          onClick={() =>
            void csvOf(listAsRows(list, { filmName, currency: shop?.details.currency ?? '' })).then((csv) =>
              download(csv, 'to-buy.csv'),
            )
          }
        >
          <FileDown size={15} aria-hidden /> Save as CSV
        </Button>
        <a
          className={buttonLook('plain', 'low')}
          href={`/api/film-wanted/pdf?today=${today()}${ofManyJobs ? '' : `&job=${wanted[0]?.jobId ?? ''}`}`}
          target="_blank"
          rel="noreferrer"
        >
          <FileText size={15} aria-hidden /> As a PDF
        </a>
        <Button
          size="low"
          onClick={() => {
            void copyText(textOfList(list, { unit, filmName })).then(setCopying);
          }}
        >
          <Copy size={15} aria-hidden /> {copying === 'copied' ? 'Copied' : 'Copy as text'}
        </Button>
        <Button size="low" disabled={isFetching} onClick={() => void refetch()}>
          <RefreshCw size={15} aria-hidden /> {isFetching ? 'Asking' : 'Ask the suppliers again'}
        </Button>
        {copying === 'refused' && (
          <p role="alert" className="text-brick">
            The browser did not let the list be copied: save it as CSV, or open it as a PDF and copy from
            there.
          </p>
        )}
      </div>
      {ordering && (
        <OrderSheet
          start={ordering}
          name={filmName(ordering.filmId)}
          unit={unit}
          onClose={() => setOrdering(null)}
        />
      )}
    </div>
  );
}
