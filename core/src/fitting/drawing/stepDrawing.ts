import type { RuleSet } from '../../rules/index.ts';
import type { Side } from '../../survey/index.ts';
import type { FittingPlan } from '../plan/fittingPlan.ts';
import type { PaneToFit } from '../plan/paneAtHand.ts';
import type { PlannedStep } from '../plan/steps.ts';
import { stroke, type Area, type Label, type Mark, type Point, type Stroke } from './marks.ts';
import { acrossAt, drawnIn, outlinePoints, rectanglePoints, wholeArea } from './outlines.ts';

/** A pane as it is drawn at a step. All mm, from the top left corner of the glass that film covers. */
export interface StepDrawing {
  readonly glass: Area;
  /** Its true outline, clockwise. */
  readonly outline: readonly Point[];
  /** Where film is: the panel at hand and those before it, beyond the glass where it is not trimmed yet. */
  readonly film: readonly Area[];
  /** The faces of a grid of blocks; empty for any other pane. */
  readonly blocks: readonly Area[];
  readonly marks: readonly Mark[];
}

interface DrawingAsked {
  readonly step: PlannedStep;
  readonly pane: PaneToFit;
  readonly plan: FittingPlan;
  readonly rules: RuleSet;
  /** The block at hand, by its number from the top left. */
  readonly block?: number;
}

const numberOf = (value: PlannedStep['figures'][string] | undefined): number | null =>
  typeof value === 'number' ? value : null;

/** The panels of a pane in the order of hanging. */
export function panelAreas({ glass, more, asked }: PaneToFit): readonly Area[] {
  const whole = wholeArea(glass);
  const level = more.seams.some(({ axis }) => axis === 'horizontal');
  const length = level ? glass.heightMm : glass.widthMm;
  const count = asked.piece.panels;
  const inner =
    more.seams.length === count - 1
      ? more.seams.map(({ seamMm }) => seamMm)
      : Array.from({ length: count - 1 }, (_, at) => (length * (at + 1)) / count);
  const places = [0, ...inner, length];
  return places.slice(1).map((to, at) => {
    const from = places[at] ?? 0;
    return level ? { ...whole, top: from, height: to - from } : { ...whole, left: from, width: to - from };
  });
}

/** The faces of a grid of blocks, row by row from the top left. */
export function blockAreas({ asked, glass }: PaneToFit): readonly Area[] {
  const { blocks } = asked.pane;
  if (!blocks) return [];
  const across = glass.widthMm / blocks.across;
  const down = glass.heightMm / blocks.down;
  const inset = blocks.jointMm / 2;
  return Array.from({ length: blocks.across * blocks.down }, (_, number) => ({
    left: (number % blocks.across) * across + inset,
    top: Math.floor(number / blocks.across) * down + inset,
    width: across - blocks.jointMm,
    height: down - blocks.jointMm,
  }));
}

/** Where strokes end before each side of a panel: short of what is still to be cut, and right out elsewhere. */
function stopsOf(shortMm: number, uncut: readonly Side[]): Readonly<Record<Side, number>> {
  const of = (side: Side) => (uncut.includes(side) ? shortMm : 0);
  return { left: of('left'), top: of('top'), right: of('right'), bottom: of('bottom') };
}

/** Where lanes of a tool lie so that each overlaps the one before by half at least, and the last reaches the end. */
export function lanes(from: number, to: number, toolMm: number): readonly number[] {
  const half = toolMm / 2;
  if (to - from <= toolMm) return [(from + to) / 2];
  const count = Math.ceil((to - from - toolMm) / half) + 1;
  const pitch = (to - from - toolMm) / (count - 1);
  return Array.from({ length: count }, (_, at) => from + half + at * pitch);
}

/** Strokes from the top down, as for wetting, scraping and rinsing. */
function downStrokes(area: Area, role: Stroke['role'], toolMm: number): Stroke[] {
  return lanes(area.left, area.left + area.width, toolMm).map((x, at) =>
    stroke(
      role,
      [
        { x, y: area.top },
        { x, y: area.top + area.height },
      ],
      at,
      toolMm,
    ),
  );
}

function squeegeeStrokes(
  area: Area,
  outline: readonly Point[],
  stops: Readonly<Record<Side, number>>,
  toolMm: number,
  way: FittingPlan['ways']['squeegee'],
): Stroke[] {
  const middle = area.left + area.width / 2;
  const [top, bottom] = [area.top + stops.top, area.top + area.height - stops.bottom];
  if (way === 'middleUpThenDown') {
    const half = (top + bottom) / 2;
    const columns = [...lanes(area.left + stops.left, area.left + area.width - stops.right, toolMm)].sort(
      (a, b) => Math.abs(a - middle) - Math.abs(b - middle),
    );
    return columns.flatMap((x, at) => [
      stroke(
        'squeegee',
        [
          { x, y: half },
          { x, y: top },
        ],
        2 * at,
        toolMm,
      ),
      stroke(
        'squeegee',
        [
          { x, y: half },
          { x, y: bottom },
        ],
        2 * at + 1,
        toolMm,
      ),
    ]);
  }
  return lanes(top, bottom, toolMm).flatMap((y, at) => {
    const reach = acrossAt(outline, y) ?? [area.left, area.left + area.width];
    const left = Math.max(area.left, reach[0]) + stops.left;
    const right = Math.min(area.left + area.width, reach[1]) - stops.right;
    if (right <= left) return [];
    const from = Math.min(Math.max(middle, left), right);
    return [
      stroke(
        'squeegee',
        [
          { x: from, y },
          { x: right, y },
        ],
        2 * at,
        toolMm,
      ),
      stroke(
        'squeegee',
        [
          { x: from, y },
          { x: left, y },
        ],
        2 * at + 1,
        toolMm,
      ),
    ];
  });
}

/** A T: across the top, then down the middle. */
function setStrokes(area: Area, stops: Readonly<Record<Side, number>>, toolMm: number): Stroke[] {
  const half = Math.min(toolMm / 2, area.height / 4);
  const y = area.top + stops.top + half;
  const x = area.left + area.width / 2;
  return [
    stroke(
      'set',
      [
        { x: area.left + stops.left, y },
        { x: area.left + area.width - stops.right, y },
      ],
      0,
      toolMm,
    ),
    stroke(
      'set',
      [
        { x, y },
        { x, y: area.top + area.height - stops.bottom },
      ],
      1,
      toolMm,
    ),
  ];
}

const CORNERS = [
  ['left', 'top', -1, -1],
  ['right', 'top', 1, -1],
  ['right', 'bottom', 1, 1],
  ['left', 'bottom', -1, 1],
] as const;

const cornerOf = (area: Area, across: Side, along: Side): Point => ({
  x: across === 'left' ? area.left : area.left + area.width,
  y: along === 'top' ? area.top : area.top + area.height,
});

/** Relief cuts: from the point where both gaps meet outward through the excess, at each corner of two trimmed sides. */
function reliefStrokes(area: Area, uncut: readonly Side[], gapMm: number, excessMm: number): Stroke[] {
  return CORNERS.filter(([across, along]) => uncut.includes(across) && uncut.includes(along)).map(
    ([across, along, dx, dy], at) => {
      const corner = cornerOf(area, across, along);
      return stroke(
        'relief',
        [
          { x: corner.x - dx * gapMm, y: corner.y - dy * gapMm },
          { x: corner.x + dx * excessMm, y: corner.y + dy * excessMm },
        ],
        at,
      );
    },
  );
}

/** The ends of a side of an area, in the order in which the blade goes; drawn in by the gap where there is a frame. */
function sideEnds(area: Area, side: Side, gapMm: number): readonly [Point, Point] {
  const [left, right] = [area.left + gapMm, area.left + area.width - gapMm];
  const [top, bottom] = [area.top + gapMm, area.top + area.height - gapMm];
  switch (side) {
    case 'top':
      return [
        { x: left, y: top },
        { x: right, y: top },
      ];
    case 'right':
      return [
        { x: right, y: top },
        { x: right, y: bottom },
      ];
    case 'bottom':
      return [
        { x: right, y: bottom },
        { x: left, y: bottom },
      ];
    case 'left':
      return [
        { x: left, y: bottom },
        { x: left, y: top },
      ];
  }
}

const along = ([from, to]: readonly [Point, Point], mm: number): Point => {
  const length = Math.hypot(to.x - from.x, to.y - from.y) || 1;
  const share = Math.min(1, Math.max(0, mm / length));
  return { x: from.x + (to.x - from.x) * share, y: from.y + (to.y - from.y) * share };
};

/** The trim: each side up to its stop before the corner, then from the corner back to meet it; the top first. */
function trimStrokes(
  area: Area,
  sides: readonly Side[],
  levelSides: readonly Side[],
  gapMm: number,
  stopMm: number,
): Stroke[] {
  const order: readonly Side[] = ['top', 'right', 'bottom', 'left'];
  return order
    .filter((side) => sides.includes(side))
    .flatMap((side, at) => {
      const isLevel = levelSides.includes(side);
      const ends = sideEnds(area, side, isLevel ? 0 : gapMm);
      const length = Math.hypot(ends[1].x - ends[0].x, ends[1].y - ends[0].y);
      if (isLevel) return [stroke('level', ends, 2 * at)];
      const stop = along(ends, Math.max(length / 2, length - stopMm));
      return [stroke('cut', [ends[0], stop], 2 * at), stroke('meet', [ends[1], stop], 2 * at + 1)];
    });
}

/** Strokes of the card from inside out to each edge, the top first. */
function wickStrokes(area: Area, fromMm: number, cardMm: number): Stroke[] {
  const inMm = Math.min(fromMm, area.width / 3, area.height / 3);
  const edges: readonly Side[] = ['top', 'left', 'right', 'bottom'];
  let order = 0;
  return edges.flatMap((side) => {
    const level = side === 'top' || side === 'bottom';
    const places = level
      ? lanes(area.left, area.left + area.width, cardMm * 2)
      : lanes(area.top, area.top + area.height, cardMm * 2);
    return places.map((place) => {
      const [edge, inner] = level ? ([area.top, 1] as const) : ([area.left, 1] as const);
      const far =
        side === 'bottom' ? area.top + area.height : side === 'right' ? area.left + area.width : edge;
      const from = side === 'bottom' || side === 'right' ? far - inMm : far + inMm * inner;
      const path = level
        ? [
            { x: place, y: from },
            { x: place, y: far },
          ]
        : [
            { x: from, y: place },
            { x: far, y: place },
          ];
      return stroke('wick', path, (order += 1), cardMm);
    });
  });
}

const label = (at: Point, says: Label['says']): Label => ({ kind: 'label', at, says });

const middleOfSide = (area: Area, side: Side): Point => {
  const [from, to] = sideEnds(area, side, 0);
  return { x: (from.x + to.x) / 2, y: (from.y + to.y) / 2 };
};

function leadStrokes(
  area: Area,
  { pattern, acrossMm, alongMm }: NonNullable<PaneToFit['more']['leading']>,
): Stroke[] {
  const strokes: Stroke[] = [];
  const { left, top, width, height } = area;
  if (pattern === 'squares') {
    for (let x = acrossMm; x < width; x += acrossMm)
      strokes.push(
        stroke(
          'lead',
          [
            { x: left + x, y: top },
            { x: left + x, y: top + height },
          ],
          strokes.length,
        ),
      );
    for (let y = alongMm; y < height; y += alongMm)
      strokes.push(
        stroke(
          'lead',
          [
            { x: left, y: top + y },
            { x: left + width, y: top + y },
          ],
          strokes.length,
        ),
      );
    return strokes;
  }
  // Diamonds: both diagonals of a cell, clipped to the glass.
  const slope = alongMm / acrossMm;
  for (const sign of [1, -1])
    for (
      let start = -Math.ceil((height / slope + width) / acrossMm);
      start * acrossMm < width + height / slope;
      start += 1
    ) {
      const x0 = start * acrossMm;
      const ends = [0, height].map((y) => ({ x: sign > 0 ? x0 + y / slope : x0 - y / slope, y }));
      const [a, b] = ends as [Point, Point];
      const clip = (x: number): Point => ({ x, y: a.y + ((x - a.x) / (b.x - a.x)) * (b.y - a.y) });
      const [low, high] = [Math.min(a.x, b.x), Math.max(a.x, b.x)];
      if (high <= 0 || low >= width) continue;
      const from = clip(Math.max(0, low));
      const to = clip(Math.min(width, high));
      strokes.push(
        stroke(
          'lead',
          [
            { x: left + from.x, y: top + from.y },
            { x: left + to.x, y: top + to.y },
          ],
          strokes.length,
        ),
      );
    }
  return strokes;
}

/** What is drawn on this pane at a step: where to start, how tools go and in which order, cuts, stops, seams, beads. */
export function stepDrawing({ step, pane, plan, rules, block }: DrawingAsked): StepDrawing {
  const { fitting } = rules;
  const { asked, more, glass } = pane;
  const whole = wholeArea(glass);
  const blocks = blockAreas(pane);
  const atBlock = blocks[block ?? 0];
  const panels = panelAreas(pane);
  const panel = numberOf(step.figures['panel']) ?? 1;
  const spliced = asked.piece.panels > 1;
  const area = atBlock ?? (spliced ? (panels[panel - 1] ?? whole) : whole);
  const outline = more.outline ? outlinePoints(more.outline) : rectanglePoints(whole);
  const planned = plan.visits.flatMap(({ steps }) => steps);
  const trim = planned.find(
    ({ code, figures }) => code === 'trim' && (numberOf(figures['panel']) ?? 1) === panel,
  );
  const sides = (Array.isArray(trim?.figures['sides']) ? trim.figures['sides'] : []) as readonly Side[];
  const levelSides = (
    Array.isArray(trim?.figures['levelSides']) ? trim.figures['levelSides'] : []
  ) as readonly Side[];
  const gapMm = numberOf(trim?.figures['gapMm']) ?? fitting.lightGapMm;
  const stops = stopsOf(fitting.stopShortMm, sides);
  const onEdge = spliced ? (more.factoryEdges[panel - 1] ?? null) : asked.piece.factoryEdge;
  const curved = more.outline !== null && more.outline.corners.some(({ bulge }) => bulge !== 0);
  const raked = more.outline !== null && (curved || more.outline.corners.length !== 4);
  const shaped = raked || (more.outline !== null && !isLevelBox(outline));
  const seam = more.seams[panel - 2];
  const seamArea = panels[panel - 1] ?? whole;
  const seamPath: readonly Point[] =
    seam?.axis === 'horizontal'
      ? [
          { x: 0, y: seamArea.top },
          { x: glass.widthMm, y: seamArea.top },
        ]
      : [
          { x: seamArea.left, y: 0 },
          { x: seamArea.left, y: glass.heightMm },
        ];
  const edgeMarks: Mark[] = onEdge
    ? [stroke('start', sideEnds(area, onEdge, 0)), label(middleOfSide(area, onEdge), { code: 'factoryEdge' })]
    : [];
  const marks = ((): readonly Mark[] => {
    switch (step.code) {
      case 'listen':
      case 'scrape':
        return downStrokes(area, 'scrape', fitting.scraperMm);
      case 'scrub':
      case 'rinse':
      case 'wetGlass':
      case 'wetFace':
      case 'washFace':
        return downStrokes(area, 'wet', fitting.squeegeeMm);
      case 'wipeFrame':
      case 'sealEdge':
        return [stroke('bead', [...outline, outline[0] ?? { x: 0, y: 0 }], 0)];
      case 'testFit':
        return [
          stroke(
            'gap',
            closed(
              shaped ? drawnIn(outline, numberOf(step.figures['clearanceMm']) ?? 0) : rectanglePoints(area),
            ),
          ),
        ];
      case 'partLiner':
      case 'wetAdhesive':
        return [
          { kind: 'spot', role: 'tape', at: { x: area.left, y: area.top } },
          label({ x: area.left, y: area.top }, { code: 'startHere' }),
        ];
      case 'hang': {
        const roll =
          plan.ways.hang === 'reverseRoll' || plan.ways.hang === 'creasedLiner'
            ? [
                stroke(
                  'roll',
                  [
                    { x: area.left + area.width / 2, y: area.top },
                    { x: area.left + area.width / 2, y: area.top + area.height },
                  ],
                  0,
                ),
              ]
            : [];
        const seamMarks: Mark[] = more.seams.slice(Math.max(0, panel - 2), panel).flatMap((each): Mark[] => {
          const ends: readonly Point[] =
            each.axis === 'vertical'
              ? [
                  { x: each.edgeMm, y: 0 },
                  { x: each.edgeMm, y: glass.heightMm },
                ]
              : [
                  { x: 0, y: each.edgeMm },
                  { x: glass.widthMm, y: each.edgeMm },
                ];
          return [
            ...ends.map((at) => ({ kind: 'spot' as const, role: 'mark' as const, at })),
            label(ends[0] ?? { x: 0, y: 0 }, { code: 'seamAt', mm: each.edgeMm }),
          ];
        });
        const { patternStart } = more;
        const pattern: Mark[] = patternStart
          ? [
              {
                kind: 'spot',
                role: 'patternStart',
                at: { x: patternStart.acrossMm, y: patternStart.alongMm },
              },
              label(
                { x: patternStart.acrossMm, y: patternStart.alongMm },
                { code: 'pattern', ...patternStart },
              ),
            ]
          : [];
        return [...edgeMarks, ...roll, ...(spliced ? seamMarks : []), ...pattern];
      }
      case 'square':
        return [
          ...edgeMarks,
          ...(onEdge ? [label(middleOfSide(area, onEdge), { code: 'gap', mm: gapMm })] : []),
          ...(sides.length === 0
            ? [
                stroke('gap', closed(drawnIn(shaped ? outline : rectanglePoints(area), gapMm))),
                label(middleOfSide(area, 'bottom'), { code: 'gap', mm: gapMm }),
              ]
            : []),
        ];
      case 'anchorStroke':
        return [
          ...edgeMarks,
          ...setStrokes(area, stops, fitting.squeegeeMm),
          ...(stops.bottom > 0
            ? [label(middleOfSide(area, 'bottom'), { code: 'stopShort', mm: stops.bottom })]
            : []),
        ];
      case 'squeegeeFirst':
      case 'squeegeeSecond':
      case 'hardRoll': {
        const first = step.code === 'squeegeeFirst';
        const held = first ? stops : stopsOf(0, []);
        const toolMm = step.code === 'hardRoll' ? fitting.scraperMm : fitting.squeegeeMm;
        return [
          ...squeegeeStrokes(first ? area : (atBlock ?? whole), outline, held, toolMm, plan.ways.squeegee),
          ...(first
            ? (['left', 'top', 'right', 'bottom'] as const).flatMap((side) =>
                held[side] > 0 ? [stroke('stop', sideEnds(area, side, held[side]))] : [],
              )
            : []),
          ...(first && held.bottom > 0
            ? [label(middleOfSide(area, 'bottom'), { code: 'stopShort', mm: held.bottom })]
            : []),
        ];
      }
      case 'reliefCut':
        return shaped && curved
          ? []
          : reliefStrokes(area, sides, gapMm, Math.max(rules.cutting.marginMm, gapMm));
      case 'trim': {
        const cuts = shaped
          ? [stroke('cut', closed(drawnIn(outline, gapMm)), 0)]
          : trimStrokes(area, sides, levelSides, gapMm, fitting.cornerStopMm);
        const hand: Mark[] =
          asked.pane.handle && sides.includes(asked.pane.handle)
            ? [
                { kind: 'spot', role: 'changeHands', at: middleOfSide(area, asked.pane.handle) },
                label(middleOfSide(area, asked.pane.handle), { code: 'changeHands' }),
              ]
            : [];
        const levels = more.freeSides
          .filter(({ side }) => levelSides.includes(side))
          .map(({ side, fromEdgeMm, overFloorMm }) =>
            label(middleOfSide(area, side), { code: 'level', side, mm: fromEdgeMm, overFloorMm }),
          );
        const framed = sides.some((side) => !levelSides.includes(side));
        return [
          ...cuts,
          ...hand,
          ...levels,
          ...(framed
            ? [
                label(
                  { x: area.left + area.width / 2, y: area.top + area.height / 2 },
                  { code: 'gap', mm: gapMm },
                ),
              ]
            : []),
        ];
      }
      case 'seamCut':
      case 'seamClose':
      case 'seamButt':
      case 'seamCoat': {
        const each = step.code === 'seamCoat' ? panelSeams(panels, glass, more) : [seamPath];
        const moves = Math.max(
          1,
          Math.ceil((numberOf(step.figures['lengthMm']) ?? 0) / fitting.straightEdgeMm),
        );
        const overlap = numberOf(step.figures['overlapMm']);
        return [
          ...each.map((path, at) => stroke('seam', path, at)),
          ...(step.code === 'seamCut'
            ? [
                ...seamPath.map((at) => ({ kind: 'spot' as const, role: 'mark' as const, at })),
                ...Array.from({ length: moves - 1 }, (_, at) => ({
                  kind: 'spot' as const,
                  role: 'moveStraightEdge' as const,
                  at: along([seamPath[0] as Point, seamPath[1] as Point], (at + 1) * fitting.straightEdgeMm),
                })),
                label(seamPath[1] as Point, { code: 'straightEdge', moves }),
              ]
            : []),
          ...(overlap === null ? [] : [label(seamPath[0] as Point, { code: 'overlap', mm: overlap })]),
        ];
      }
      case 'comeBack':
      case 'lookAgain':
      case 'inspect':
        return [stroke('look', closed(atBlock ? rectanglePoints(atBlock) : outline), 0)];
      case 'wick':
        return [
          ...wickStrokes(whole, fitting.wickFromMm, fitting.cardMm),
          label(middleOfSide(whole, 'top'), { code: 'wickFrom', mm: fitting.wickFromMm }),
        ];
      case 'dryEdge':
      case 'maskFrame':
      case 'bead':
      case 'beadCheck': {
        const { anchor } = plan;
        if (!anchor) return [];
        const legMm = anchor.legsMm?.[0] ?? 0;
        return [
          ...anchor.sides.map((side, at) => stroke('bead', sideEnds(whole, side, 0), at, 2 * legMm)),
          ...(anchor.legsMm
            ? [label(middleOfSide(whole, anchor.sides[0] ?? 'top'), { code: 'legs', mm: legMm })]
            : []),
        ];
      }
      case 'leadStrips':
        return more.leading ? leadStrokes(whole, more.leading) : [];
      case 'protect':
      case 'recordCondition':
      case 'mix':
      case 'removeOldFilm':
      case 'dryBeforeTrim':
      case 'drySill':
      case 'brief':
        return [];
    }
  })();
  return { glass: whole, outline, film: filmAt(), blocks, marks };

  function filmAt(): readonly Area[] {
    const at = planned.indexOf(step);
    const own = planned.filter(
      ({ code, figures }) =>
        code === 'hang' &&
        planned.some(
          (each, place) => place <= at && each.code === 'hang' && each.figures['panel'] === figures['panel'],
        ),
    );
    const excess = rules.cutting.marginMm;
    return own.map(({ figures }) => {
      const number = numberOf(figures['panel']) ?? 1;
      const on = spliced ? (panels[number - 1] ?? whole) : (atBlock ?? whole);
      const cut = planned.findIndex(
        ({ code, figures: of }) => code === 'trim' && (numberOf(of['panel']) ?? 1) === number,
      );
      const open =
        cut < 0 || at > cut
          ? []
          : ((Array.isArray(planned[cut]?.figures['sides'])
              ? planned[cut].figures['sides']
              : []) as readonly Side[]);
      const out = (side: Side) => (open.includes(side) ? excess : 0);
      return {
        left: on.left - out('left'),
        top: on.top - out('top'),
        width: on.width + out('left') + out('right'),
        height: on.height + out('top') + out('bottom'),
      };
    });
  }
}

const closed = (points: readonly Point[]): readonly Point[] => (points[0] ? [...points, points[0]] : points);

/** Whether four corners are those of an upright rectangle, to half a millimetre. */
function isLevelBox(points: readonly Point[]): boolean {
  const [a, b, c, d] = points;
  if (points.length !== 4 || !a || !b || !c || !d) return false;
  const near = (one: number, other: number) => Math.abs(one - other) < 0.5;
  return near(a.y, b.y) && near(b.x, c.x) && near(c.y, d.y) && near(d.x, a.x);
}

function panelSeams(
  panels: readonly Area[],
  { widthMm, heightMm }: PaneToFit['glass'],
  { seams }: PaneToFit['more'],
): readonly (readonly Point[])[] {
  const level = seams.some(({ axis }) => axis === 'horizontal');
  return panels.slice(1).map(({ left, top }) =>
    level
      ? [
          { x: 0, y: top },
          { x: widthMm, y: top },
        ]
      : [
          { x: left, y: 0 },
          { x: left, y: heightMm },
        ],
  );
}
