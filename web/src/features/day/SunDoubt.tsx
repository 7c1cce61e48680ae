import { areInLeaf, monthOf, sunUncertaintyOfWall } from '@neat-sill/core/sun';
import { wallTitle, type Wall } from '@neat-sill/core/survey';
import { useMemo } from 'react';
import { useJob } from '../job/index.ts';

/** An uncertainty below this changes nobody's day. */
const WORTH_SAYING_MINUTES = 15;

/** What of a wall's shade is reckoned with, in words. */
function reckonedWith({ shade }: Wall, inLeaf: boolean): string[] {
  return [
    shade.overhang && 'an overhang',
    (shade.finLeft ?? shade.finRight) && 'fins',
    shade.horizon.length > 0 && 'neighbours',
    shade.trees.length > 0 && (inLeaf ? 'trees in leaf' : 'bare trees, which keep no sun off'),
  ].filter((part) => typeof part === 'string');
}

/** How far the sun's times may be off, wall by wall, and what they are reckoned with. */
export function SunDoubt({ day }: { day: string }) {
  const { derived, header, records } = useJob();
  // The sun of forty walls takes a moment: it is followed once a change, not at each look.
  const lines = useMemo(
    () =>
      derived.walls.flatMap(({ id, record, panes }) => {
        const uncertain = sunUncertaintyOfWall(
          header.site,
          record,
          panes.flatMap(({ sizes }) => sizes?.cutting ?? []),
          day,
        );
        const shade = reckonedWith(record, areInLeaf(header.site.latitude, monthOf(day)));
        const parts = [
          ...(shade.length > 0 ? [`with ${shade.join(', ')}`] : []),
          ...(uncertain >= WORTH_SAYING_MINUTES && derived.sunOf(id, day).length > 0
            ? [
                `give or take ${uncertain} min, as its bearing is known within ${record.bearingUncertaintyDeg}°`,
              ]
            : []),
        ];
        return parts.length > 0 ? [`${wallTitle(records, record)}: ${parts.join('; ')}.`] : [];
      }),
    [derived, header, records, day],
  );
  if (lines.length === 0) return null;
  return (
    <ul className="text-sm text-quiet">
      {lines.map((line) => (
        <li key={line}>{line}</li>
      ))}
    </ul>
  );
}
