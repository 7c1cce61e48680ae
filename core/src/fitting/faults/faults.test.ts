import { DEFAULT_RULE_SETS } from '../../rules/index.ts';
import { DIAGNOSIS, FAULT_KINDS, diagnosisPaths, diagnosisSchema, viewingVerdict } from '../index.ts';

const [{ fitting }] = DEFAULT_RULE_SETS;

describe('the diagnosis', () => {
  const paths = diagnosisPaths(DIAGNOSIS);

  test('is data that its schema takes', () => {
    expect(diagnosisSchema.parse(DIAGNOSIS)).toEqual(DIAGNOSIS);
    expect(diagnosisSchema.safeParse({ ...DIAGNOSIS, ends: { drying: { fault: 'haze' } } }).success).toBe(
      false,
    );
  });

  test('every way ends after at most five questions, and every end and question is reached', () => {
    expect(Math.max(...paths.map(({ path }) => path.length))).toBeLessThanOrEqual(5);
    expect(new Set(paths.map(({ end }) => end))).toEqual(new Set(Object.keys(DIAGNOSIS.ends)));
    const asked = new Set(paths.flatMap(({ path }) => path.map(({ question }) => question)));
    expect(asked).toEqual(new Set(Object.keys(DIAGNOSIS.questions)));
  });

  test('every kind of fault that can be noted has a cause', () => {
    expect(new Set(Object.values(DIAGNOSIS.ends).map(({ fault }) => fault))).toEqual(new Set(FAULT_KINDS));
  });

  test.each([
    [['where', 0], ['edgeLooks', 0], ['fingerBack', 0], 'notWicked'],
    [['where', 0], ['edgeLooks', 0], ['fingerBack', 1], 'dirtAtEdge'],
    [['where', 1], ['cornerLooks', 0], ['touches', 0], 'onGasket'],
    [['where', 0], ['edgeLooks', 2], ['lumpIs', 0], 'rubberShred'],
    [['where', 3], ['faceLooks', 1], ['speckFresh', 0], 'speckAtEdge'],
    [['where', 3], ['faceLooks', 3], ['pocketSize', 1], 'notSqueegeed'],
    [['where', 3], ['faceLooks', 2], ['hazeAge', 0], 'drying'],
    [['where', 2], ['seamLooks', 1], 'seamShade'],
    [['where', 4], ['beadLooks', 0], 'gunnedFast'],
  ] as const)('what is seen leads to its cause: %j %j %j %j', (...steps) => {
    const end = steps.at(-1) as string;
    const path = steps.slice(0, -1).map((step) => {
      const [question, answer] = step as readonly [string, number];
      return { question, answer };
    });
    expect(paths).toContainEqual({ path, end });
  });

  test('water that is still drying is left alone', () => {
    expect(DIAGNOSIS.ends['drying']).toMatchObject({ when: 'never', fault: 'haze' });
  });

  test('a way into nothing, or round in a ring, is found', () => {
    const loose = { ...DIAGNOSIS, ends: { ...DIAGNOSIS.ends } };
    Reflect.deleteProperty(loose.ends, 'slid');
    expect(() => diagnosisPaths(loose)).toThrow(/slid/);
    const ring = {
      first: 'where',
      ends: {},
      questions: {
        where: { ask: 'Where?', answers: [{ say: 'Here', picture: 'none' as const, to: 'where' }] },
      },
    };
    expect(() => diagnosisPaths(ring)).toThrow(/round at where/);
  });
});

describe('the viewing rule', () => {
  const seen = { seenFromM: 3, light: 'daylight', minutes: 0.5, sizeMm: 8, place: 'middle' } as const;
  const verdict = (changes: Partial<Parameters<typeof viewingVerdict>[0]>) =>
    viewingVerdict({ ...seen, ...changes }, fitting);

  test('what is seen from the distance in daylight is replaced in the middle and mended at an edge', () => {
    expect(verdict({})).toEqual({ verdict: 'replace', because: 'middle' });
    expect(verdict({ place: 'edge' })).toEqual({ verdict: 'mend', because: 'edge' });
  });

  test.each([
    [{ light: 'lamp' }, 'light'],
    [{ light: 'sun' }, 'light'],
    [{ seenFromM: fitting.inspectFromM - 0.01 }, 'distance'],
    [{ minutes: fitting.viewing.minutes + 0.01 }, 'searched'],
    [{ sizeMm: fitting.viewing.middleUpToMm }, 'small'],
    [{ sizeMm: fitting.viewing.edgeUpToMm, place: 'edge' }, 'small'],
  ] as const)('%j is no fault', (changes, because) => {
    expect(verdict(changes)).toEqual({ verdict: 'notAFault', because });
  });

  test('at the very distance, time and size it is one', () => {
    expect(verdict({ seenFromM: fitting.inspectFromM, minutes: fitting.viewing.minutes }).verdict).toBe(
      'replace',
    );
    expect(verdict({ sizeMm: fitting.viewing.middleUpToMm + 0.01 }).verdict).toBe('replace');
    expect(verdict({ sizeMm: fitting.viewing.edgeUpToMm + 0.01, place: 'edge' }).verdict).toBe('mend');
  });
});
