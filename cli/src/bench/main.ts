import { benchCuts } from './cuts.ts';
import { benchFilm } from './film.ts';
import { benchSurvey } from './survey.ts';

/** `npm run bench` runs all, `npm run bench cuts` one. Figures with their sizes; nothing here passes or fails. */
const BENCHES: Readonly<Record<string, () => void>> = {
  cuts: benchCuts,
  film: benchFilm,
  survey: benchSurvey,
};

const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in BENCHES));
if (unknown.length > 0) {
  process.stderr.write(
    `There is no bench ${unknown.join(', ')}; there are: ${Object.keys(BENCHES).join(', ')}.\n`,
  );
  process.exitCode = 2;
} else for (const name of asked.length > 0 ? asked : Object.keys(BENCHES)) BENCHES[name]?.();
