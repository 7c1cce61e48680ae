import {
  coversOf,
  seamsNow,
  spanOf,
  type NamedPlace,
  type PlaceCosts,
  type SeamPlace,
  type SeamPlaces,
} from '@neat-sill/core/cuts';
import { countOf, listOf } from '@neat-sill/core/units';
import {
  describeNamedPlace,
  describeSeamOption,
  describeSeamPlace,
  describeSeamProblem,
} from '@neat-sill/core/words';
import { useMemo, useState } from 'react';
import { useMoney } from '../../api/useMoney.ts';
import { PanelPictures } from './PanelPictures.tsx';
import { SeamDrawing } from './SeamDrawing.tsx';
import { usePlaceCosts } from './usePlaceCosts.ts';
import {
  panesSharing,
  putSeams,
  setAlone,
  useAppDispatch,
  useJob,
  useLivePlan,
  useUnit,
  viewActions,
  type PaneWithId,
} from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { Note } from '../../ui/Note.tsx';
import { OneOf } from '../../ui/OneOf.tsx';

const BUTTON =
  'min-h-11 w-full rounded-sm border border-hairline px-3 py-1.5 text-left text-sm aria-pressed:border-2 aria-pressed:border-edge aria-pressed:bg-edge-tint';

const isAt = (one: SeamPlace, other: SeamPlace) =>
  one.axis === other.axis &&
  one.atMm.length === other.atMm.length &&
  one.atMm.every((mm, at) => Math.abs(mm - (other.atMm[at] ?? 0)) < 2);

/** The places that have names, with what each counts against the one that is planned. */
function NamedPlaces({
  splice,
  costs,
  now,
  onPut,
}: {
  splice: SeamPlaces;
  costs: PlaceCosts;
  now: SeamPlace;
  onPut: (place: SeamPlace) => void;
}) {
  const unit = useUnit();
  const money = useMoney();
  const { rules } = useLivePlan().job;
  const planned = costs.named.find((place) => isAt(place, now));
  const against = (place: NamedPlace) => {
    if (!planned || place === planned) return `film ${money(place.film)}, looks ${money(place.looks)}`;
    const by = (amount: number, less: string, more: string) =>
      Math.abs(amount) < 0.005 ? null : `${money(Math.abs(amount))} ${amount < 0 ? less : more}`;
    const film = by(place.film - planned.film, 'less film', 'more film');
    const looks = by(place.looks - planned.looks, 'better to look at', 'worse to look at');
    return [film, looks].filter((part) => part !== null).join(', ') || 'counts the same';
  };
  return costs.named.map((place) => {
    const covers = coversOf(spanOf(splice.pane, place.axis), place.atMm, rules.seamOverlap);
    return (
      <button
        key={`${place.axis} ${place.atMm.join()}`}
        type="button"
        aria-pressed={isAt(place, now)}
        className={BUTTON}
        onClick={() => onPut(place)}
      >
        <b className="font-semibold">{describeNamedPlace(place, unit, Math.min(...covers))}</b>
        <span className="block text-quiet">
          {describeSeamPlace(place, unit)}: {against(place)}
        </span>
      </button>
    );
  });
}

/** Which panes share the place, and one click that frees one of them. */
function Sharing({ pane }: { pane: PaneWithId }) {
  const job = useJob();
  const labels = panesSharing(job, pane.id).flatMap((id) => job.records.pane[id]?.label ?? []);
  if (pane.seams.alone)
    return (
      <Button
        size="low"
        onClick={() => job.edit(`Seam of pane ${pane.label} with those alike`, setAlone(job, pane.id, false))}
      >
        Put it with those that are alike
      </Button>
    );
  if (labels.length < 2) return null;
  return (
    <p className="flex flex-wrap items-center gap-2 text-sm">
      Panes {listOf([...labels].sort((a, b) => a.localeCompare(b, undefined, { numeric: true })))} are alike
      and share the place.
      <Button
        size="low"
        onClick={() => job.edit(`Seam of pane ${pane.label} for itself`, setAlone(job, pane.id, true))}
      >
        Free pane {pane.label}
      </Button>
    </p>
  );
}

/** Where the seams of one divided pane go: what each place counts, the ones with a name, or where somebody puts them. */
function SeamsOfPane({ pane, splice }: { pane: PaneWithId; splice: SeamPlaces }) {
  const job = useJob();
  const unit = useUnit();
  const { plan, job: planJob } = useLivePlan();
  const [problem, setProblem] = useState<string | null>(null);
  const costs = usePlaceCosts(pane.id);
  const put = (place: SeamPlace) => {
    const why = splice.problemAt(place.axis, place.atMm);
    setProblem(why && describeSeamProblem(why, unit));
    if (!why) job.edit(`Seam of pane ${pane.label}`, putSeams(job, pane.id, place));
  };
  const wish = splice.pane.seams;
  const now = seamsNow(splice, { ...pane.seams, axis: wish.axis, atMm: wish.at ?? null }, plan);
  const hasPrice = splice.film.rolls.every(({ price }) => typeof price === 'number');
  return (
    <div className="flex flex-col gap-3">
      <div className="flex flex-wrap gap-x-5 gap-y-3">
        <div className="flex min-w-0 flex-[1_1_14rem] flex-col gap-2">
          <SeamDrawing
            splice={splice}
            costs={costs}
            label={pane.label}
            axis={now.axis}
            places={now.atMm}
            onMove={(atMm) => put({ axis: now.axis, atMm })}
          />
          {costs && (
            <p className="text-sm text-quiet">
              The line: film and looks at each place
              {costs.copies > 1 && `, for the ${countOf(costs.copies, 'pane')} that stand alike`}. Drag the
              seam, or along the line.
            </p>
          )}
        </div>
        <div className="flex min-w-0 flex-[2_1_18rem] flex-col items-start gap-2">
          {problem && (
            <Note tone="no" role="alert">
              {problem}
            </Note>
          )}
          <p className="flex flex-wrap items-center gap-2 text-sm">
            {wish.at
              ? 'Where somebody put it.'
              : planJob.rules.seamPlaces === 'equal' || !hasPrice
                ? 'Equal panels.'
                : 'Where the plan puts it.'}
            {wish.at && (
              <Button
                size="low"
                onClick={() => {
                  setProblem(null);
                  job.edit(`Seam of pane ${pane.label} as the plan has it`, putSeams(job, pane.id, null));
                }}
              >
                Leave it to the plan
              </Button>
            )}
          </p>
          <Sharing pane={pane} />
          {costs ? (
            <NamedPlaces splice={splice} costs={costs} now={now} onPut={put} />
          ) : (
            <Offered splice={splice} now={now} hasPrice={hasPrice} onPut={put} />
          )}
        </div>
      </div>
      <PanelPictures pane={pane} />
    </div>
  );
}

/** Places with their reasons, as long as it is not known what they count. */
function Offered({
  splice,
  now,
  hasPrice,
  onPut,
}: {
  splice: SeamPlaces;
  now: SeamPlace;
  hasPrice: boolean;
  onPut: (place: SeamPlace) => void;
}) {
  const unit = useUnit();
  const { state } = useLivePlan();
  return (
    <>
      {!hasPrice && (
        <Note tone="doubt">
          {splice.film.name} has no price: film can’t be held against looks, and panels are equal until
          somebody puts the seam.
        </Note>
      )}
      {hasPrice && state.kind !== 'ready' && (
        <p className="text-sm text-quiet">What each place counts follows the plan.</p>
      )}
      {splice.options.map((option) => (
        <button
          key={`${option.axis} ${option.atMm.join()}`}
          type="button"
          aria-pressed={isAt(option, now)}
          className={BUTTON}
          onClick={() => onPut(option)}
        >
          {describeSeamOption(option, unit)}
        </button>
      ))}
    </>
  );
}

/** The panes of the wall that are made of panels, with the best places for their seams. */
export function useDividedPanes() {
  const job = useJob();
  const { derived, wallPanes } = job;
  return useMemo(
    () =>
      wallPanes.flatMap((pane) => {
        const splice = derived.seamPlacesOf(pane.id);
        return splice ? [{ pane, splice }] : [];
      }),
    [derived, wallPanes],
  );
}

/** Where the seams of divided panes go, one pane at a time: the one chosen on the wall, or chosen here. */
export function SeamPlaces({ divided }: { divided: ReturnType<typeof useDividedPanes> }) {
  const { selected } = useJob();
  const dispatch = useAppDispatch();
  const shown = divided.find(({ pane }) => selected.some(({ id }) => id === pane.id)) ?? divided[0];
  if (!shown) return null;
  return (
    <div className="flex flex-col gap-3">
      {divided.length > 1 && (
        <OneOf
          label="Pane"
          options={divided.map(({ pane }) => [pane.id, `Pane ${pane.label}`])}
          value={shown.pane.id}
          onChoose={(id) => dispatch(viewActions.selected([id]))}
        />
      )}
      <SeamsOfPane key={shown.pane.id} pane={shown.pane} splice={shown.splice} />
    </div>
  );
}
