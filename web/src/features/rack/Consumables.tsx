import { numberIn } from '@neat-sill/core/sheet';
import { CONSUMABLE_UNITS, isLow, type Consumable } from '@neat-sill/core/contract';
import { formatNumber } from '@neat-sill/core/units';
import { Plus } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import {
  sentenceOf,
  useConsumablesQuery,
  useRemoveConsumableMutation,
  useSaveConsumableMutation,
} from '../../api/api.ts';
import { Button } from '../../ui/Button.tsx';
import { DataTable } from '../../ui/DataTable.tsx';
import { Choice, TextField } from '../../ui/Field.tsx';
import { Note } from '../../ui/Note.tsx';
import { Sheet } from '../../ui/Sheet.tsx';
import { SheetEnd } from '../../ui/SheetEnd.tsx';

const UNIT_NAMES: Readonly<Record<Consumable['unit'], string>> = {
  pieces: 'pieces',
  ml: 'millilitres',
  m: 'metres',
};
const show = (amount: number, unit: Consumable['unit']) =>
  `${formatNumber(amount, Number.isInteger(amount) ? 0 : 1)}${unit === 'pieces' ? '' : `\u00a0${unit}`}`;

const NEW: Consumable = {
  id: '',
  name: '',
  unit: 'pieces',
  onHand: 0,
  least: null,
  place: null,
  version: 0,
};

function ConsumableSheet({ before, onClose }: { before: Consumable | null; onClose: () => void }) {
  const from = before ?? NEW;
  const [id] = useState(() => before?.id ?? crypto.randomUUID());
  const [name, setName] = useState(from.name);
  const [unit, setUnit] = useState(from.unit);
  const [onHand, setOnHand] = useState(before ? String(from.onHand) : '');
  const [least, setLeast] = useState(from.least === null ? '' : String(from.least));
  const [place, setPlace] = useState(from.place ?? '');
  const [tried, setTried] = useState(false);
  const [save, { error, isLoading }] = useSaveConsumableMutation();
  const wrongName = name.trim() === '' ? 'Name it: what is asked for in a shop.' : undefined;
  const wrong = (typed: string) =>
    numberIn(typed) >= 0 ? undefined : `“${typed}” is no amount; write a number.`;
  const wrongLeast = least.trim() === '' ? undefined : wrong(least);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (wrongName || wrong(onHand) || wrongLeast) return;
    const body: Consumable = {
      id,
      name: name.trim(),
      unit,
      onHand: numberIn(onHand),
      least: least.trim() === '' ? null : numberIn(least),
      place: place.trim() || null,
      version: from.version,
    };
    void save(body).then((result) => result.data && onClose());
  };
  return (
    <Sheet title={before ? `Change ${before.name}` : 'Add a consumable'} open onClose={onClose}>
      <form noValidate className="flex flex-col gap-4" onSubmit={submit}>
        <div className="grid grid-cols-2 items-start gap-3">
          <TextField
            label="What it is"
            placeholder="Carbon blades"
            maxLength={60}
            value={name}
            problem={tried ? wrongName : undefined}
            onChange={(event) => setName(event.target.value)}
          />
          <Choice
            label="Counted in"
            value={unit}
            options={CONSUMABLE_UNITS.map((each) => [each, UNIT_NAMES[each]] as const)}
            onChoose={setUnit}
          />
          <TextField
            label="There is"
            inputMode="decimal"
            value={onHand}
            problem={tried ? wrong(onHand) : undefined}
            onChange={(event) => setOnHand(event.target.value)}
          />
          <TextField
            label="Buy when below"
            inputMode="decimal"
            hint="Empty where nobody minds"
            value={least}
            problem={tried ? wrongLeast : undefined}
            onChange={(event) => setLeast(event.target.value)}
          />
          <TextField
            label="Place"
            maxLength={60}
            value={place}
            onChange={(event) => setPlace(event.target.value)}
          />
        </div>
        <SheetEnd
          act={before ? 'Save' : 'Add it'}
          busy={isLoading}
          problem={error && sentenceOf(error)}
          onCancel={onClose}
        />
      </form>
    </Sheet>
  );
}

/** What is used up beside film, with what has run low. */
export function Consumables({ mayChange }: { mayChange: boolean }) {
  const { data: all, error } = useConsumablesQuery();
  const [save, { error: notSaved, isLoading }] = useSaveConsumableMutation();
  const [remove, { error: notRemoved }] = useRemoveConsumableMutation();
  const [sheet, setSheet] = useState<Consumable | 'new' | null>(null);
  const [removed, setRemoved] = useState<Consumable | null>(null);
  const problem = error ?? notRemoved ?? (sheet === null ? notSaved : undefined);
  return (
    <section aria-label="Consumables" className="flex flex-col gap-2">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-lg font-bold">Consumables</h2>
        {mayChange && (
          <Button size="low" onClick={() => setSheet('new')}>
            <Plus size={16} aria-hidden /> Add a consumable
          </Button>
        )}
      </div>
      {problem && (
        <Note tone="no" role="alert">
          {sentenceOf(problem)}
        </Note>
      )}
      {removed && (
        <Note tone="good" role="status">
          <span className="flex flex-wrap items-center justify-between gap-3">
            {removed.name} was removed from the list.
            <Button
              size="low"
              disabled={isLoading}
              onClick={() =>
                void save({ ...removed, version: 0 }).then((result) => result.data && setRemoved(null))
              }
            >
              Put it back
            </Button>
          </span>
        </Note>
      )}
      {all?.length === 0 && (
        <p className="text-quiet">
          Blades, slip, sealant, cloths: what runs out on a ladder when nobody counts it.
        </p>
      )}
      {all && all.length > 0 && (
        <DataTable
          stacks
          items={all}
          keyOf={({ id }) => id}
          columns={[
            {
              key: 'name',
              title: 'What',
              names: 'strong',
              width: 'w-[34%]',
              cell: ({ name }) => name,
              sortBy: ({ name }) => name,
            },
            {
              key: 'amount',
              title: 'There is',
              width: 'w-[26%]',
              cell: (each) => (
                <>
                  {show(each.onHand, each.unit)}
                  {isLow(each) && (
                    <b className="block text-ochre-text">buy: below {show(each.least ?? 0, each.unit)}</b>
                  )}
                </>
              ),
            },
            {
              key: 'place',
              title: 'Place',
              cell: ({ place }) => place ?? <span className="text-quiet">no place</span>,
            },
            ...(mayChange
              ? [
                  {
                    key: 'acts',
                    title: <span className="sr-only">Change or remove</span>,
                    align: 'right' as const,
                    cell: (each: Consumable) => (
                      <span className="inline-flex gap-2">
                        <Button size="low" aria-label={`Change ${each.name}`} onClick={() => setSheet(each)}>
                          Change
                        </Button>
                        <Button
                          size="low"
                          aria-label={`Remove ${each.name}`}
                          onClick={() =>
                            void remove(each.id).then((result) => setRemoved(result.data ? each : null))
                          }
                        >
                          Remove
                        </Button>
                      </span>
                    ),
                  },
                ]
              : []),
          ]}
        />
      )}
      {sheet !== null && (
        <ConsumableSheet before={sheet === 'new' ? null : sheet} onClose={() => setSheet(null)} />
      )}
    </section>
  );
}
