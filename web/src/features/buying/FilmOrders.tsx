import { numberIn } from '@neat-sill/core/sheet';
import { RULES_OF_ROLES, type FilmArrival, type FilmOrder } from '@neat-sill/core/contract';
import { rackNames } from '@neat-sill/core/cuts';
import { countOf, formatRollWidth, formatRun, type LengthUnit } from '@neat-sill/core/units';
import { useState, type FormEvent } from 'react';
import {
  sentenceOf,
  useFilmArrivedMutation,
  useFilmOrdersQuery,
  useRemoveFilmOrderMutation,
  useSaveFilmOrderMutation,
  useSessionQuery,
  useShopBookQuery,
} from '../../api/api.ts';
import { ScanCode } from '../../scan/ScanCode.tsx';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { showDay, today } from '../../ui/format.ts';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';

/** What of a line of the shopping list an order begins with. */
export type OrderStart = Pick<FilmOrder, 'filmId' | 'widthMm' | 'rollMm' | 'quantity' | 'supplier'>;

/** That film was ordered, by whatever way one orders. */
export function OrderSheet({
  start,
  name,
  unit,
  onClose,
}: {
  start: OrderStart;
  name: string;
  unit: LengthUnit;
  onClose: () => void;
}) {
  const [id] = useState(() => crypto.randomUUID());
  const [supplier, setSupplier] = useState(start.supplier);
  const [quantity, setQuantity] = useState(String(start.quantity));
  const [orderedOn, setOrderedOn] = useState(today());
  const [tried, setTried] = useState(false);
  const [save, { error, isLoading }] = useSaveFilmOrderMutation();
  const wrongQuantity =
    Number.isInteger(numberIn(quantity)) && numberIn(quantity) > 0
      ? undefined
      : `“${quantity}” is no number of rolls; write a whole one.`;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (wrongQuantity || supplier.trim() === '' || orderedOn === '') return;
    const { filmId, widthMm, rollMm } = start;
    const order = { id, filmId, widthMm, rollMm, orderedOn, arrivedOn: null, version: 0 };
    void save({ ...order, quantity: numberIn(quantity), supplier: supplier.trim() }).then(
      (result) => result.data && onClose(),
    );
  };
  return (
    <Sheet title={`Ordered: ${name}`} open onClose={onClose}>
      <form noValidate className="flex flex-col gap-4" onSubmit={submit}>
        <p className="text-quiet">
          {formatRollWidth(start.widthMm, unit)} wide, rolls of {formatRun(start.rollMm, unit)}. It stands
          under On order until it has arrived.
        </p>
        <div className="grid grid-cols-3 items-start gap-3">
          <TextField
            label="Supplier"
            maxLength={80}
            value={supplier}
            problem={tried && supplier.trim() === '' ? 'Name the supplier.' : undefined}
            onChange={(event) => setSupplier(event.target.value)}
          />
          <TextField
            label="Rolls"
            inputMode="decimal"
            value={quantity}
            problem={tried ? wrongQuantity : undefined}
            onChange={(event) => setQuantity(event.target.value)}
          />
          <TextField
            label="Ordered on"
            type="date"
            value={orderedOn}
            problem={tried && orderedOn === '' ? 'Choose the day.' : undefined}
            onChange={(event) => setOrderedOn(event.target.value)}
          />
        </div>
        <SheetEnd
          act="Save the order"
          busy={isLoading}
          problem={error && sentenceOf(error)}
          onCancel={onClose}
        />
      </form>
    </Sheet>
  );
}

interface Arrived {
  readonly name: string;
  readonly lot: string;
  readonly place: string;
}

/** An order is here: each roll gets its name, lot and place, and goes on the rack. */
function ArrivalSheet({ order, name, onClose }: { order: FilmOrder; name: string; onClose: () => void }) {
  const { data: book } = useShopBookQuery();
  const film = book?.films.find(({ id }) => id === order.filmId);
  const [rolls, setRolls] = useState<readonly Arrived[]>(() => {
    const next = rackNames(film?.letter ?? 'Z', book?.rack.map(({ entry }) => entry.id) ?? []);
    return Array.from({ length: order.quantity }, () => ({
      name: next(),
      lot: '',
      place: '',
    }));
  });
  const [arrive, { error, isLoading }] = useFilmArrivedMutation();
  const set = (at: number, patch: Partial<Arrived>) =>
    setRolls(rolls.map((roll, place) => (place === at ? { ...roll, ...patch } : roll)));
  const unnamed = rolls.some((roll) => roll.name.trim() === '');
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (unnamed) return;
    const entries: FilmArrival['entries'] = rolls.map((roll) => ({
      entry: {
        id: roll.name.trim(),
        filmId: order.filmId,
        kind: 'roll',
        width: order.widthMm,
        length: order.rollMm,
        factoryEdges: ['left', 'right'],
      },
      lot: roll.lot.trim() || null,
      place: roll.place.trim() || null,
      baseVersion: 0,
    }));
    const body = { baseVersion: order.version, arrivedOn: today(), entries };
    void arrive({ id: order.id, body }).then((result) => result.data && onClose());
  };
  return (
    <Sheet title={`Arrived: ${name}`} open wide onClose={onClose}>
      <form noValidate className="flex flex-col gap-4" onSubmit={submit}>
        <ul className="flex flex-col gap-3">
          {rolls.map((roll, at) => (
            <li key={at} className="grid grid-cols-2 items-end gap-3 sm:grid-cols-[1fr_1fr_1fr_auto_auto]">
              <TextField
                label="Write on it"
                maxLength={60}
                value={roll.name}
                onChange={(event) => set(at, { name: event.target.value })}
              />
              <TextField
                label={`Lot of ${roll.name}`}
                maxLength={60}
                value={roll.lot}
                onChange={(event) => set(at, { lot: event.target.value })}
              />
              <TextField
                label="Place"
                maxLength={60}
                value={roll.place}
                onChange={(event) => set(at, { place: event.target.value })}
              />
              <ScanCode onCode={(code) => code.kind === 'lot' && set(at, { lot: code.lot })}>
                Read its code
              </ScanCode>
              {rolls.length > 1 && (
                <Button
                  aria-label={`${roll.name} has not come`}
                  onClick={() => setRolls(rolls.filter((_, place) => place !== at))}
                >
                  Did not come
                </Button>
              )}
            </li>
          ))}
        </ul>
        <SheetEnd
          act={<>Put {countOf(rolls.length, 'roll')} on the rack</>}
          busy={isLoading || unnamed}
          problem={error && sentenceOf(error)}
          onCancel={onClose}
        />
      </form>
    </Sheet>
  );
}

/** Film that is on its way. */
export function FilmOrders({ unit, filmName }: { unit: LengthUnit; filmName: (filmId: string) => string }) {
  const { data: session } = useSessionQuery();
  const { data: orders } = useFilmOrdersQuery();
  const [remove, { error }] = useRemoveFilmOrderMutation();
  const [save] = useSaveFilmOrderMutation();
  const [arriving, setArriving] = useState<FilmOrder | null>(null);
  const [removed, setRemoved] = useState<FilmOrder | null>(null);
  const mayBuy = session?.person ? RULES_OF_ROLES[session.person.role].changesRack : false;
  const open = (orders ?? []).filter(({ arrivedOn }) => arrivedOn === null);
  if (open.length === 0 && !removed) return null;
  return (
    <section aria-label="On order">
      <h2 className="mb-2 border-b border-ink pb-1 font-bold">On order</h2>
      {error && (
        <Note tone="no" role="alert">
          {sentenceOf(error)}
        </Note>
      )}
      {removed && (
        <Note tone="good" role="status">
          <span className="flex flex-wrap items-center justify-between gap-3">
            The order of {filmName(removed.filmId)} was taken off the list.
            <Button
              size="low"
              onClick={() =>
                void save({ ...removed, version: 0 }).then((result) => result.data && setRemoved(null))
              }
            >
              Put it back
            </Button>
          </span>
        </Note>
      )}
      <ul>
        {open.map((order) => (
          <li
            key={order.id}
            className="flex flex-wrap items-center justify-between gap-3 border-b border-hairline-soft py-2"
          >
            <span>
              <b>{filmName(order.filmId)}</b> {formatRollWidth(order.widthMm, unit)} wide,{' '}
              {countOf(order.quantity, 'roll')} of {formatRun(order.rollMm, unit)}
              <span className="block text-sm text-quiet">
                {order.supplier}, ordered {showDay(order.orderedOn)}
              </span>
            </span>
            {mayBuy && (
              <span className="inline-flex gap-2">
                <Button size="low" onClick={() => setArriving(order)}>
                  It has arrived
                </Button>
                <Button
                  size="low"
                  onClick={() =>
                    void remove(order.id).then((result) => setRemoved(result.data ? order : null))
                  }
                >
                  Cancel the order
                </Button>
              </span>
            )}
          </li>
        ))}
      </ul>
      {arriving && (
        <ArrivalSheet order={arriving} name={filmName(arriving.filmId)} onClose={() => setArriving(null)} />
      )}
    </section>
  );
}
