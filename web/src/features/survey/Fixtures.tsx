import { FIXTURE_KINDS } from '@neat-sill/core/survey';
import { FIXTURE_NAMES, describePlaceOnPane } from '@neat-sill/core/words';
import type { PaneWithId } from '../job/index.ts';
import { Plus, X } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { NoteAtPlace } from '../../ui/NoteAtPlace.tsx';
import { TappedPane } from './TappedPane.tsx';
import { usePaneWriter } from './usePaneWriter.ts';

/** Hinges, levers, alarm contacts and the like, each at its place: what the hand and the knife have to go around. */
export function Fixtures({ pane }: { pane: PaneWithId }) {
  const [open, setOpen] = useState(false);
  const write = usePaneWriter(pane);
  return (
    <>
      {pane.fixtures.length > 0 && (
        <ul className="flex flex-col gap-1" aria-label="On the frame">
          {pane.fixtures.map(({ id, kind, note, ...place }) => (
            <li
              key={id}
              className="flex items-center justify-between gap-2 border-l-4 border-hairline bg-putty px-3 py-1"
            >
              <span>
                <b>{FIXTURE_NAMES[kind]}</b>, {describePlaceOnPane(place)}
                {note && `, ${note}`}
              </span>
              <Button
                size="low"
                aria-label={`Remove ${FIXTURE_NAMES[kind].toLowerCase()}, ${describePlaceOnPane(place)}`}
                onClick={() =>
                  write(`Remove ${FIXTURE_NAMES[kind].toLowerCase()}`, {
                    fixtures: pane.fixtures.filter((each) => each.id !== id),
                  })
                }
              >
                <X size={16} aria-hidden />
              </Button>
            </li>
          ))}
        </ul>
      )}
      <Button className="self-start" onClick={() => setOpen(true)}>
        <Plus size={17} aria-hidden /> Hinge, lever, alarm contact
      </Button>
      {open && (
        <NoteAtPlace
          title={`On the frame of pane ${pane.label}`}
          kinds={FIXTURE_KINDS}
          names={FIXTURE_NAMES}
          columns={3}
          act="Add"
          drawing={(place, onPlace) => <TappedPane pane={pane} place={place} onPlace={onPlace} />}
          onClose={() => setOpen(false)}
          onNote={(kind, { x, y }, note) => {
            const added = { id: crypto.randomUUID(), kind, x, y, note };
            write(`Add ${FIXTURE_NAMES[kind].toLowerCase()}`, { fixtures: [...pane.fixtures, added] });
            setOpen(false);
          }}
        />
      )}
    </>
  );
}
