import { z } from 'zod';
import { FAULT_KINDS } from './kinds.ts';

/*
 * From what is seen on film that hangs to its cause, what to do about it, who decides, and how to keep it from coming again.
 * Data, so that a shop's own experience can be added: a question leads to questions and ends; an end is one cause.
 */

const idSchema = z.string().regex(/^[a-z][A-Za-z]{1,40}$/);

const endSchema = z.strictObject({
  fault: z.enum(FAULT_KINDS),
  cause: z.string().min(3),
  remedy: z.string().min(3),
  /** Now, while the film is fresh; later, when it is dry or when somebody comes again; never, as it goes by itself. */
  when: z.enum(['now', 'later', 'never']),
  decides: z.enum(['installer', 'customer', 'maker']),
  prevent: z.string().min(3),
  /** Whether it is judged by the viewing rule before anything is done. */
  byViewing: z.boolean(),
});

const questionSchema = z.strictObject({
  ask: z.string().min(3),
  answers: z
    .array(
      z.strictObject({
        say: z.string().min(2),
        /** What is drawn beside it. */
        picture: z.enum([
          'edge',
          'corner',
          'seam',
          'bead',
          'face',
          'finger',
          'lift',
          'lump',
          'gap',
          'step',
          'crease',
          'speck',
          'haze',
          'pocket',
          'scratch',
          'none',
        ]),
        to: idSchema,
      }),
    )
    .min(2)
    .max(6),
});

export const diagnosisSchema = z.strictObject({
  first: idSchema,
  questions: z.record(idSchema, questionSchema),
  ends: z.record(idSchema, endSchema),
});
export type Diagnosis = z.infer<typeof diagnosisSchema>;
export type DiagnosisEnd = z.infer<typeof endSchema>;
export type DiagnosisQuestion = z.infer<typeof questionSchema>;

export const DIAGNOSIS: Diagnosis = {
  first: 'where',
  questions: {
    where: {
      ask: 'Where is it?',
      answers: [
        { say: 'Along an edge', picture: 'edge', to: 'edgeLooks' },
        { say: 'In a corner', picture: 'corner', to: 'cornerLooks' },
        { say: 'At a seam', picture: 'seam', to: 'seamLooks' },
        { say: 'On the face', picture: 'face', to: 'faceLooks' },
        { say: 'In the bead', picture: 'bead', to: 'beadLooks' },
      ],
    },
    edgeLooks: {
      ask: 'What does it look like?',
      answers: [
        { say: 'A finger of air or water', picture: 'finger', to: 'fingerBack' },
        { say: 'The edge lifts or bubbles', picture: 'lift', to: 'touches' },
        { say: 'A lump beneath', picture: 'lump', to: 'lumpIs' },
        { say: 'A line of light', picture: 'gap', to: 'lightLooks' },
        { say: 'A step in the cut', picture: 'step', to: 'cutsOutOfLine' },
      ],
    },
    fingerBack: {
      ask: 'Was it wicked out before?',
      answers: [
        { say: 'No', picture: 'finger', to: 'notWicked' },
        { say: 'Yes, and it came back', picture: 'finger', to: 'dirtAtEdge' },
      ],
    },
    touches: {
      ask: 'Does film lie on gasket or frame there?',
      answers: [
        { say: 'Yes, or so near that I can’t tell', picture: 'lift', to: 'onGasket' },
        { say: 'No, there is a gap', picture: 'gap', to: 'notWicked' },
      ],
    },
    lumpIs: {
      ask: 'What is it?',
      answers: [
        { say: 'Black, a shred', picture: 'lump', to: 'rubberShred' },
        { say: 'A speck or a hair', picture: 'speck', to: 'speckFresh' },
      ],
    },
    lightLooks: {
      ask: 'Where is it too wide?',
      answers: [
        { say: 'Here and there, wavy', picture: 'gap', to: 'trimmedTooFar' },
        { say: 'One side wide, the other tight', picture: 'gap', to: 'slid' },
        { say: 'All sides, or both of a pair', picture: 'gap', to: 'cutTooSmall' },
      ],
    },
    cornerLooks: {
      ask: 'What does it look like?',
      answers: [
        { say: 'It lifts or bubbles again and again', picture: 'lift', to: 'touches' },
        { say: 'A crease runs into the corner', picture: 'crease', to: 'noRelief' },
        { say: 'A step where two cuts meet', picture: 'step', to: 'cutsOutOfLine' },
      ],
    },
    seamLooks: {
      ask: 'What does it look like?',
      answers: [
        { say: 'It stands open or lifts', picture: 'gap', to: 'seamMoved' },
        { say: 'One panel darker than the other', picture: 'seam', to: 'seamShade' },
        { say: 'The pattern does not meet', picture: 'seam', to: 'patternOff' },
      ],
    },
    beadLooks: {
      ask: 'What does it look like?',
      answers: [
        { say: 'Gaps or voids', picture: 'bead', to: 'gunnedFast' },
        { say: 'It comes away from the film', picture: 'lift', to: 'edgeWet' },
      ],
    },
    faceLooks: {
      ask: 'What does it look like?',
      answers: [
        { say: 'A crease, kink or stretched spot', picture: 'crease', to: 'handled' },
        { say: 'A speck, hair or lint', picture: 'speck', to: 'speckFresh' },
        { say: 'Haze, or a milky cast', picture: 'haze', to: 'hazeAge' },
        { say: 'A bubble or pocket', picture: 'pocket', to: 'pocketSize' },
        { say: 'A scratch', picture: 'scratch', to: 'scratchFeel' },
      ],
    },
    speckFresh: {
      ask: 'Is the film still wet, and the speck within a hand of an edge?',
      answers: [
        { say: 'Yes', picture: 'edge', to: 'speckAtEdge' },
        { say: 'No', picture: 'face', to: 'speckInside' },
      ],
    },
    hazeAge: {
      ask: 'Is the drying date past?',
      answers: [
        { say: 'No', picture: 'none', to: 'drying' },
        { say: 'Yes', picture: 'haze', to: 'neverDried' },
      ],
    },
    pocketSize: {
      ask: 'How large is it, and does it move when pressed?',
      answers: [
        { say: 'Small and clear, water', picture: 'pocket', to: 'hazeAge' },
        { say: 'Some centimetres, it moves', picture: 'pocket', to: 'notSqueegeed' },
        { say: 'Hard, with a speck in it', picture: 'speck', to: 'speckFresh' },
      ],
    },
    scratchFeel: {
      ask: 'Can a nail feel it?',
      answers: [
        { say: 'Yes, on the film', picture: 'scratch', to: 'gritUnderSqueegee' },
        { say: 'No, it is in the glass', picture: 'scratch', to: 'glassScratched' },
      ],
    },
  },
  ends: {
    notWicked: {
      fault: 'finger',
      cause: 'The edge was not wicked dry.',
      remedy: 'Wick it again with the card in a dry cloth.',
      when: 'now',
      decides: 'installer',
      prevent:
        'Turn the cloth to a dry place after every few strokes, and look at each edge again half a minute later.',
      byViewing: false,
    },
    dirtAtEdge: {
      fault: 'finger',
      cause: 'Dirt at the edge holds the film up.',
      remedy: 'Lift that edge, flush it, clean glass and gasket, and lay it again.',
      when: 'now',
      decides: 'installer',
      prevent: 'Scrape into the corners and under the rubber, and wipe the gasket before the last rinse.',
      byViewing: false,
    },
    onGasket: {
      fault: 'corner',
      cause: 'Film lies on the gasket or the frame.',
      remedy: 'Trim a little more there, then wick it.',
      when: 'now',
      decides: 'installer',
      prevent: 'Keep the gap all round and look along all four edges after the second squeegee.',
      byViewing: false,
    },
    rubberShred: {
      fault: 'shred',
      cause: 'The blade cut the gasket.',
      remedy: 'Lift the film there, take the shred out, rinse, and lay it again.',
      when: 'now',
      decides: 'installer',
      prevent: 'Guide the blade on the edge tool, and have it out by 6 mm at most.',
      byViewing: false,
    },
    cutsOutOfLine: {
      fault: 'nick',
      cause: 'Two cuts do not meet in one line.',
      remedy: 'Trim it once more to one smooth line.',
      when: 'now',
      decides: 'installer',
      prevent: 'Stop before the corner and come back from it to meet the cut.',
      byViewing: false,
    },
    trimmedTooFar: {
      fault: 'lightLine',
      cause: 'The blade ran too far in.',
      remedy: 'Replace the piece, or leave it as it is, by your gap rule.',
      when: 'later',
      decides: 'customer',
      prevent: 'Let the tool set the gap, and change hands for each side rather than reach.',
      byViewing: true,
    },
    slid: {
      fault: 'lightLine',
      cause: 'The film slid before or while it was trimmed.',
      remedy: 'While it is wet slide it back; else replace the piece.',
      when: 'now',
      decides: 'installer',
      prevent: 'Set it with a T, and look that it has not moved before the opposite side is trimmed.',
      byViewing: true,
    },
    cutTooSmall: {
      fault: 'lightLine',
      cause: 'The piece was cut too small, or the reading was wrong.',
      remedy: 'Measure again, and replace the piece.',
      when: 'later',
      decides: 'installer',
      prevent: 'Try bench-cut pieces dry; answer what is in doubt in the survey before cutting.',
      byViewing: true,
    },
    noRelief: {
      fault: 'crease',
      cause: 'Film built up in the corner, as it was pressed in before the relief cut.',
      remedy:
        'Lift the corner while it is wet, cut, and press it down again; a crease that stays means a new piece.',
      when: 'now',
      decides: 'installer',
      prevent: 'Relief cuts first, from the gap outward.',
      byViewing: false,
    },
    seamMoved: {
      fault: 'seam',
      cause: 'A panel moved after the seam was cut, or one layer was cut only.',
      remedy: 'Wet, slide it back and press it shut; else replace that panel.',
      when: 'now',
      decides: 'installer',
      prevent: 'A new blade, both layers in one line, and the seam pressed before anything else is.',
      byViewing: true,
    },
    seamShade: {
      fault: 'seam',
      cause: 'The panels are of two lots, or one hangs the other way round.',
      remedy: 'Replace a panel with one of the same lot, the same way up.',
      when: 'later',
      decides: 'customer',
      prevent: 'Panels of one pane off one roll, next to each other, and marked with an arrow.',
      byViewing: true,
    },
    patternOff: {
      fault: 'seam',
      cause: 'The panels start at different places of the pattern.',
      remedy: 'While it is wet slide it to the line; else replace that panel.',
      when: 'now',
      decides: 'installer',
      prevent: 'Hang each panel by the start that stands on its label.',
      byViewing: true,
    },
    gunnedFast: {
      fault: 'bead',
      cause: 'The bead was gunned too fast.',
      remedy: 'Fill the gaps when it has cured.',
      when: 'later',
      decides: 'installer',
      prevent: 'Gun from the middle, slowly, the tip clean for each stroke.',
      byViewing: false,
    },
    edgeWet: {
      fault: 'bead',
      cause: 'The edge was not dry, or not clean.',
      remedy: 'Cut the bead off once it has cured, clean with alcohol, and gun it again.',
      when: 'later',
      decides: 'installer',
      prevent: 'Leave the edge as long as the rule says, and wipe film and frame with alcohol.',
      byViewing: false,
    },
    handled: {
      fault: 'crease',
      cause: 'It was kinked as it was carried, peeled or hung.',
      remedy: 'Replace the piece.',
      when: 'later',
      decides: 'installer',
      prevent: 'Two for a large or heavy piece; an even pull, and no stop in it.',
      byViewing: true,
    },
    speckAtEdge: {
      fault: 'speck',
      cause: 'Dust or lint got under the film.',
      remedy: 'Lift the edge, flush it out with solution, lay it again.',
      when: 'now',
      decides: 'installer',
      prevent:
        'No cloth that sheds, no dust off the floor while adhesive is open, a last rinse just before hanging.',
      byViewing: false,
    },
    speckInside: {
      fault: 'speck',
      cause: 'Dust or lint got under the film, and the film has set.',
      remedy: 'Judge it by the viewing rule: leave it, or replace the piece.',
      when: 'later',
      decides: 'customer',
      prevent: 'Look along the glass against the light before the film goes on.',
      byViewing: true,
    },
    drying: {
      fault: 'haze',
      cause: 'Water is still drying.',
      remedy: 'Nothing. Wait until the drying date.',
      when: 'never',
      decides: 'installer',
      prevent: 'Tell the customer beforehand, and leave the care sheet.',
      byViewing: false,
    },
    neverDried: {
      fault: 'haze',
      cause: 'It has not dried in its time: too much soap, a cold room, or a fault of the film.',
      remedy: 'Warm the room and look again in two weeks; then ask the maker.',
      when: 'later',
      decides: 'maker',
      prevent: 'Soap by the rule, water out at the second squeegee, the lot in the record.',
      byViewing: true,
    },
    notSqueegeed: {
      fault: 'bubble',
      cause: 'Water or air was left in.',
      remedy: 'Wet the face and squeegee it out to the nearest edge.',
      when: 'now',
      decides: 'installer',
      prevent: 'Strokes that overlap by half, and a second squeegee after the trim.',
      byViewing: false,
    },
    gritUnderSqueegee: {
      fault: 'scratch',
      cause: 'Grit, or a dry stroke of the squeegee.',
      remedy: 'Replace the piece, or leave it, by the viewing rule.',
      when: 'later',
      decides: 'customer',
      prevent: 'Wet the face before each pass, and wipe the squeegee.',
      byViewing: true,
    },
    glassScratched: {
      fault: 'scratch',
      cause: 'The glass itself is scratched.',
      remedy: 'Hold it against the condition that was noted; the customer decides about the glass.',
      when: 'later',
      decides: 'customer',
      prevent: 'Note the condition before anything is touched; no blade on plastic, coated or rough glass.',
      byViewing: true,
    },
  },
};

/** A way through the questions: what was asked, and what was answered. */
export type DiagnosisPath = readonly { readonly question: string; readonly answer: number }[];

/** All ways through the questions, each with the end it comes to. Throws where a way leads nowhere or round in a ring. */
export function diagnosisPaths(
  diagnosis: Diagnosis,
): readonly { readonly path: DiagnosisPath; readonly end: string }[] {
  const walk = (at: string, path: DiagnosisPath): { path: DiagnosisPath; end: string }[] => {
    if (at in diagnosis.ends) return [{ path, end: at }];
    const question = diagnosis.questions[at];
    if (!question) throw new Error(`The diagnosis leads to ${at}, which is not there`);
    if (path.some((step) => step.question === at)) throw new Error(`The diagnosis goes round at ${at}`);
    return question.answers.flatMap(({ to }, answer) => walk(to, [...path, { question: at, answer }]));
  };
  return walk(diagnosis.first, []);
}
