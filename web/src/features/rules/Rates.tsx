import { ratesOfHouse, readRates, type RateProblem, type RuleSet } from '@neat-sill/core/rules';
import { countOf } from '@neat-sill/core/units';
import { describeRateProblem, ruleName } from '@neat-sill/core/words';
import { FileDown, FileUp } from 'lucide-react';
import { useState } from 'react';
import { csvOf, download, readTables } from '../../files/tables.ts';
import { Button } from '../../ui/Button.tsx';
import { FileButton } from '../../ui/FileButton.tsx';
import { Note } from '../../ui/Note.tsx';

interface RatesProps {
  readonly rules: RuleSet;
  /** Puts rates into the set that is being changed. */
  readonly onRates: (rules: RuleSet) => void;
}

/** The house’s rates as a list, to go over in a spreadsheet and read in again. */
export function Rates({ rules, onRates }: RatesProps) {
  const [read, setRead] = useState<{ changed: number; problems: readonly RateProblem[] } | null>(null);
  const write = async () =>
    download(
      await csvOf([
        ['rate', 'what it is', 'value'],
        ...ratesOfHouse(rules.price).map(({ path, value }) => [
          path.join('.'),
          path
            .map((_part, at) => ruleName(['price', ...path.slice(0, at + 1)]))
            .filter(Boolean)
            .join(', '),
          String(value),
        ]),
      ]),
      `${rules.name}, rates.csv`,
    );
  return (
    <div className="flex flex-wrap items-center gap-2">
      <Button size="low" onClick={() => void write()}>
        <FileDown size={16} aria-hidden /> Rates as CSV
      </Button>
      <FileButton
        size="low"
        asks="List of rates"
        accept=".csv,.xlsx"
        onFile={async (file) => {
          const { sheets } = await readTables(file);
          const { rules: price, changed, problems } = readRates(sheets[0].table, rules.price);
          onRates({ ...rules, price });
          setRead({ changed, problems });
        }}
      >
        <FileUp size={16} aria-hidden /> Rates from CSV
      </FileButton>
      {read && (
        <div className="basis-full">
          <Note tone={read.problems.length > 0 ? 'doubt' : 'good'} role="status">
            {read.changed === 0
              ? 'No rate is other than before.'
              : `${countOf(read.changed, 'rate')} read; look them over and save.`}
            {read.problems.length > 0 && (
              <ul className="list-disc pl-5">
                {read.problems.slice(0, 8).map((problem) => (
                  <li key={problem.line}>{describeRateProblem(problem)}</li>
                ))}
                {read.problems.length > 8 && <li>and {read.problems.length - 8} more lines</li>}
              </ul>
            )}
          </Note>
        </div>
      )}
    </div>
  );
}
