import type { PaneWords } from '../survey/index.ts';
import { FRAME_NAMES, GLASS_NAMES, OPENING_NAMES, SIDE_NAMES } from './names.ts';

/** The words of a pane list, as files carry them. */
export const PANE_WORDS: PaneWords = {
  columns: {
    number: 'Number',
    room: 'Room',
    wall: 'Wall',
    faces: 'Faces (degrees)',
    width: 'Width',
    height: 'Height',
    count: 'How many',
    opening: 'Opening',
    glass: 'Glass',
    frame: 'Frame',
    handle: 'Handle at',
    sill: 'Sill over floor',
    above: 'Above pane',
    shape: 'Shape',
    film: 'Film',
    size: 'Size',
  },
  opening: OPENING_NAMES,
  glass: GLASS_NAMES,
  frame: FRAME_NAMES,
  side: SIDE_NAMES,
};
