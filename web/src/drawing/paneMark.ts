import type { Leading, Outline, PaneShape, Side } from '@neat-sill/core/survey';
import type { PaneProgress, Whereabouts } from '@neat-sill/core/fitting';
import type { Film } from '@neat-sill/core/film';
import { mirroredOutline } from './outlinePath.ts';

/** A seam as a share of the pane from its left (upright seams) or from its top. */
export interface SeamMark {
  readonly axis: 'vertical' | 'horizontal';
  readonly atShare: number;
}

/** Film on part of a pane, as shares of its glass from the top; null in a mark where it covers the whole pane. */
export type CoverMark =
  | {
      readonly kind: 'parts';
      readonly parts: readonly Readonly<Record<'top' | 'left' | 'width' | 'height', number>>[];
    }
  | { readonly kind: 'gradient'; readonly from: 'top' | 'bottom'; readonly reach: number };

export interface LeadMark {
  readonly pattern: Leading['pattern'];
  /** Sizes as shares of the glass. */
  readonly across: number;
  readonly along: number;
  readonly leadShare: number;
}

/** The work at a pane: how far it is, and who wrote of it last. */
export interface WorkMark {
  readonly progress: PaneProgress | null;
  readonly people: readonly Whereabouts[];
}

/** What the wall shows over a pane at the stage. */
export interface PaneMark {
  readonly id: string;
  readonly label: string;
  /** Read out for the pane: name, size, film, state. */
  readonly spoken: string;
  readonly film: Film | undefined;
  /** The glass as one would see it, instead of the film's hatch. */
  readonly tint: string | null;
  /** The bare glass as one would see it, where film covers only part of it. */
  readonly bareTint: string | null;
  readonly cover: CoverMark | null;
  readonly lead: LeadMark | null;
  readonly seams: readonly SeamMark[];
  readonly names: readonly {
    readonly at: { readonly x: number; readonly y: number };
    readonly text: string;
    readonly arrow: '↑' | '↓' | '→' | '←' | null;
  }[];
  readonly handle: Side | null;
  readonly tone: 'plain' | 'doubt' | 'good' | 'no';
  readonly under: string | null;
  /** The true outline, where the pane is no plain rectangle. */
  readonly outline: Outline | null;
  readonly blocks: (PaneShape & { kind: 'blocks' }) | null;
  readonly faults: readonly { readonly x: number; readonly y: number }[];
  readonly work: WorkMark | null;
  /** How the pane was found, numbered. */
  readonly found: readonly { readonly x: number; readonly y: number }[];
  /** What sits on the frame or the glass, with its name. */
  readonly fixtures: readonly { readonly x: number; readonly y: number; readonly name: string }[];
  /** Strips that something hides, as shares of the pane from a side. */
  readonly hidden: readonly { readonly side: Side; readonly share: number }[];
}

/** The same pane seen from outside: left and right are swapped. */
export function mirrored(mark: PaneMark): PaneMark {
  const otherSide: Readonly<Record<Side, Side>> = {
    left: 'right',
    right: 'left',
    top: 'top',
    bottom: 'bottom',
  };
  return {
    ...mark,
    handle: mark.handle && otherSide[mark.handle],
    seams: mark.seams.map((seam) =>
      seam.axis === 'vertical' ? { ...seam, atShare: 1 - seam.atShare } : seam,
    ),
    names: mark.names.map((name) => ({ ...name, at: { ...name.at, x: 1 - name.at.x } })),
    faults: mark.faults.map(({ x, y }) => ({ x: 1 - x, y })),
    found: mark.found.map(({ x, y }) => ({ x: 1 - x, y })),
    fixtures: mark.fixtures.map((fixture) => ({ ...fixture, x: 1 - fixture.x })),
    outline: mark.outline && mirroredOutline(mark.outline),
    cover:
      mark.cover?.kind === 'parts'
        ? {
            ...mark.cover,
            parts: mark.cover.parts.map((part) => ({ ...part, left: 1 - part.left - part.width })),
          }
        : mark.cover,
    hidden: mark.hidden.map(({ side, share }) => ({ side: otherSide[side], share })),
  };
}
