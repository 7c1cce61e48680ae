import { solarAbsorptance, type Film } from '@neat-sill/core/film';
import { formatShare } from '@neat-sill/core/units';

interface Part {
  readonly name: string;
  readonly share: number;
  readonly look: string;
}

/** A band of light split into what is transmitted, absorbed and reflected; the parts have their figures where there is room. */
function Band({ name, parts }: { name: string; parts: readonly Part[] }) {
  return (
    <div className="grid grid-cols-[3.2rem_1fr] items-center gap-2">
      <dt className="text-quiet">{name}</dt>
      <dd
        className="flex h-5 border border-hairline text-xs leading-none"
        title={parts.map((part) => `${part.name} ${formatShare(part.share)}`).join(', ')}
      >
        {parts.map((part) => (
          <span
            key={part.name}
            className={`flex items-center justify-center overflow-hidden ${part.look}`}
            style={{ width: `${part.share * 100}%` }}
          >
            <span className="sr-only">{part.name} </span>
            <span className={part.share < 0.12 ? 'sr-only' : ''}>{formatShare(part.share)}</span>
          </span>
        ))}
      </dd>
    </div>
  );
}

const LOOKS = {
  through: 'bg-glass text-ink',
  absorbed: 'bg-timber text-ink',
  reflected: 'bg-dusk-tint text-ink',
} as const;

/** What a film does to visible light, the sun and UV, each a bar: transmitted, absorbed, reflected. */
export function SpectrumBars({ film }: { film: Film }) {
  const { visibleTransmitted, visibleReflectedOut, solarTransmitted, solarReflectedOut, uvTransmitted } =
    film.optics;
  const parts = (through: number, absorbed: number, reflected: number): readonly Part[] => [
    { name: 'transmitted', share: through, look: LOOKS.through },
    { name: 'absorbed', share: Math.max(0, absorbed), look: LOOKS.absorbed },
    { name: 'reflected', share: reflected, look: LOOKS.reflected },
  ];
  return (
    <dl className="flex flex-col gap-0.5 text-sm">
      <Band
        name="Light"
        parts={parts(visibleTransmitted, 1 - visibleTransmitted - visibleReflectedOut, visibleReflectedOut)}
      />
      <Band name="Sun" parts={parts(solarTransmitted, solarAbsorptance(film), solarReflectedOut)} />
      <Band
        name="UV"
        parts={[
          { name: 'transmitted', share: uvTransmitted, look: LOOKS.through },
          { name: 'kept out', share: 1 - uvTransmitted, look: LOOKS.absorbed },
        ]}
      />
    </dl>
  );
}
