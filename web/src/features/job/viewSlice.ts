import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How the glass is shown while film is chosen: as hatches, or as the eye meets it. */
export type SeenBy = 'drawn' | 'day' | 'night';

/** A device of the survey that is in use. */
export type SurveyDevice = 'laser' | 'probes';

interface NamedStage {
  readonly id: string;
  readonly name: string;
}

/** What the person looks at; not part of the job and never sent. */
export interface ViewState {
  readonly wallId: string | null;
  readonly selected: readonly string[];
  /** The pane whose piece or glass is pointed at, while cuts are looked at. */
  readonly litPaneId: string | null;
  readonly fromOutside: boolean;
  /** On a phone: the stage at which the wall is drawn in place of the bench; null where it is folded. */
  readonly wallOpenAt: string | null;
  readonly seenBy: SeenBy;
  readonly paletteOpen: boolean;
  readonly device: SurveyDevice | null;
  /** Asks the survey bench to put the cursor in a reading, counted so that asking twice asks again. */
  readonly focusAsked: number;
  /** The stages of a job by name, as the head and the palette have them; none before a job was first opened. */
  readonly stages: readonly NamedStage[];
}

const START: ViewState = {
  wallId: null,
  selected: [],
  litPaneId: null,
  fromOutside: false,
  wallOpenAt: null,
  seenBy: 'drawn',
  paletteOpen: false,
  device: null,
  focusAsked: 0,
  stages: [],
};

export const viewSlice = createSlice({
  name: 'view',
  initialState: START,
  reducers: {
    wallShown: (state, { payload }: PayloadAction<string | null>): ViewState => ({
      ...(state as ViewState),
      wallId: payload,
      selected: [],
    }),
    selected: (state, { payload }: PayloadAction<readonly string[]>): ViewState => ({
      ...(state as ViewState),
      selected: payload,
    }),
    lit: (state, { payload }: PayloadAction<string | null>) => {
      state.litPaneId = payload;
    },
    sideTurned: (state) => {
      state.fromOutside = !state.fromOutside;
    },
    wallOpened: (state, { payload }: PayloadAction<string | null>) => {
      state.wallOpenAt = payload;
    },
    lookedAt: (state, { payload }: PayloadAction<SeenBy>) => {
      state.seenBy = payload;
    },
    paletteTurned: (state, { payload }: PayloadAction<boolean>) => {
      state.paletteOpen = payload;
    },
    deviceOpened: (state, { payload }: PayloadAction<SurveyDevice | null>) => {
      state.device = payload;
    },
    readingAsked: (state) => {
      state.focusAsked += 1;
      state.wallOpenAt = null; // the reading is at the bench
    },
    stagesNamed: (state, { payload }: PayloadAction<ViewState['stages']>): ViewState => ({
      ...(state as ViewState),
      stages: payload,
    }),
    reset: (state): ViewState => ({ ...START, stages: (state as ViewState).stages }),
  },
});

export const viewActions = viewSlice.actions;
