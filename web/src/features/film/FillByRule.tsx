import { countOf } from '@neat-sill/core/units';
import { isOffered, panesOfRule, parseFillRule } from '@neat-sill/core/film';
import { patchRecord } from '@neat-sill/core/record';
import { verdictFor } from '@neat-sill/core/job';
import { GLASS_NAMES, OPENING_NAMES, describeFillProblem, readBackRule } from '@neat-sill/core/words';
import { useState } from 'react';
import { useJob } from '../job/index.ts';
import { Button } from '../../ui/Button.tsx';
import { TextField } from '../../ui/Field.tsx';
import { today } from '../../ui/format.ts';

const WORDS = { openings: OPENING_NAMES, glass: GLASS_NAMES };

/** Films for many panes in one line, as one says it; how it is understood is read back before it is done. */
export function FillByRule() {
  const job = useJob();
  const [line, setLine] = useState('');
  const { records, jobShopData: book, rules, derived } = job;
  const offered = book.films.filter((film) => isOffered(film, today()));
  const rule = line.trim() === '' ? null : parseFillRule(line, records, offered, WORDS);
  const found = rule?.ok ? panesOfRule(records, rule.value) : [];
  const film = rule?.ok ? book.films.find(({ id }) => id === rule.value.filmId) : undefined;
  const mayGo = (id: string) => {
    const pane = derived.pane(id);
    return !film || (pane !== null && verdictFor(pane, film, rules).kind !== 'refused');
  };
  const goes = found.filter(({ id }) => mayGo(id));
  const refused = found.filter((pane) => !goes.includes(pane));
  const room = rule?.ok && rule.value.roomId ? (records.room[rule.value.roomId]?.name ?? null) : null;
  const sentence = rule?.ok ? readBackRule(rule.value, room, film?.name ?? null) : '';
  const fill = () => {
    if (!rule?.ok || goes.length === 0) return;
    job.edit(
      sentence,
      goes.map(({ id }) => patchRecord(records, 'pane', id, { filmId: rule.value.filmId })),
    );
    setLine('');
  };
  return (
    <details>
      <summary className="cursor-pointer font-semibold">Apply to many panes</summary>
      <div className="mt-2 flex flex-col gap-2">
        <TextField
          label="Which panes: which film"
          placeholder="all west glass: Gannet Silver 20, except doors"
          value={line}
          problem={rule && !rule.ok && line.includes(':') ? describeFillProblem(rule.problem) : undefined}
          hint={
            rule?.ok
              ? `${sentence}: ${countOf(goes.length, 'pane')}${refused.length > 0 ? `; refused on ${refused.map(({ label }) => label).join(', ')}` : ''}.`
              : 'A direction, a room, openings or glass, then a colon and the film, or “none”.'
          }
          onChange={(event) => setLine(event.target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter') fill();
          }}
        />
        <Button className="self-start" disabled={goes.length === 0} onClick={fill}>
          Put it on {countOf(goes.length, 'pane')}
        </Button>
      </div>
    </details>
  );
}
