import { MM_PER_INCH } from '../../units/index.ts';
import { likelySlip } from './slips.ts';

const slip = (typed: string, mm: number, expectedMm: number, toleranceMm = 3) => {
  const { slip: name, likelyMm } = likelySlip({ typed, mm }, expectedMm, toleranceMm);
  return [name, Math.round(likelyMm * 100) / 100];
};
const inches = (whole: number, sixteenths = 0) => (whole + sixteenths / 16) * MM_PER_INCH;

describe('how a right length became a wrong reading', () => {
  test.each([
    ['819', 819, 923, 'unknown', 923],
    ['891', 891, 819, 'swappedDigits', 819],
    ['1208', 1208, 1280, 'swappedDigits', 1280],
    ['2108', 2108, 1208, 'swappedDigits', 1208],
    ['81,9', 81.9, 89.1, 'neighbouringKey', 91.9],
    ['819,2', 819.2, 891.2, 'swappedDigits', 891.2],
    ['919', 919, 819, 'offBy10cm', 819],
    ['719', 719, 820, 'offBy10cm', 819],
    ['1123.8', 1123.8, 819, 'offByOneFoot', 819],
    ['514.2', 514.2, 819, 'offByOneFoot', 819],
    ['81.9', 81.9, 819, 'otherUnit', 819],
    ['8190', 8190, 819, 'otherUnit', 819],
    ['32.25', 32.25, 819, 'otherUnit', 819.15],
    ['20805', 20805, 819, 'otherUnit', 819.09],
    ['2080.3', 2080.3, 819, 'otherUnit', 819.02],
    ['322.4', 322.4, 819, 'otherUnit', 818.9],
  ] as const)('%s read (%d mm) where %d mm are to be expected: %s', (typed, mm, expected, name, likely) => {
    expect(slip(typed, mm, expected)).toEqual([name, likely]);
  });

  test.each([
    ['89', 89, 819, 'droppedDigit', 819],
    ['81', 81, 819, 'droppedDigit', 819],
    ['19', 19, 819, 'droppedDigit', 819],
    ['8819', 8819, 819, 'doubledDigit', 819],
    ['8811', 8811, 811, 'doubledDigit', 811],
    ['8811', 8811, 881, 'otherUnit', 881.1],
    ['849', 849, 819, 'neighbouringKey', 819],
    ['719', 719, 619, 'offBy10cm', 619],
    ['829', 829, 819, 'neighbouringKey', 819],
    ['1419', 1419, 1519, 'offBy10cm', 1519],
    ['419', 419, 719, 'neighbouringKey', 719],
    ['844', 844.4, 819, 'offByOneInch', 819],
    ['793.6', 793.6, 819, 'offByOneInch', 819],
  ] as const)('%s read (%d mm) where %d mm are meant: %s', (typed, mm, expected, name, likely) => {
    expect(slip(typed, mm, expected, 1)).toEqual([name, likely]);
  });

  test('a key beside that changes less than a frame does is not named, nor a digit that stands once', () => {
    expect(slip('818', 818, 820, 1)[0]).toBe('unknown');
    expect(slip('815', 815, 820, 0.5)[0]).toBe('unknown');
    expect(slip('8190', 8190, 810, 1)[0]).toBe('unknown');
    // Half an inch and a quarter are their own digits: a point is none.
    expect(slip('8.19', 8.19, 819, 1)[0]).not.toBe('doubledDigit');
  });

  test('digits of a number in inches change places in inches, and its fraction stays', () => {
    expect(slip('23 1/4', inches(23, 4), inches(32, 4))).toEqual(['swappedDigits', 819.15]);
    expect(slip('23', inches(23), inches(32))).toEqual(['swappedDigits', 812.8]);
    // A fraction alone has no whole number to swap.
    expect(slip('12/16', inches(0, 12), inches(0, 21), 0.1)[0]).not.toBe('unknown');
  });

  test('a sixteenth is read as an eighth and the other way round, within the same inch', () => {
    expect(slip('32 7/16', inches(32, 7), inches(32, 14))).toEqual(['fraction', 835.03]);
    expect(slip('32 7/8', inches(32, 14), inches(32, 7))).toEqual(['fraction', 823.91]);
    expect(slip('32 1/16', inches(32, 1), inches(32, 2), 1)).toEqual(['fraction', 815.97]);
    // An odd sixteenth is no eighth, and eight sixteenths double to the next inch.
    expect(slip('32 9/16', inches(32, 9), inches(32, 9) + 4.5 * 1.5875, 1)[0]).toBe('unknown');
    expect(slip('32 1/2', inches(32, 8), inches(33), 1)[0]).toBe('unknown');
    // What lies between two sixteenths was not read off such a tape.
    expect(slip('826.2', 826.2, 844.2, 1)[0]).toBe('unknown');
  });

  test('of several the one that comes nearest is named, and none that is further off than asked', () => {
    expect(slip('919', 919, 822, 3)).toEqual(['offBy10cm', 819]);
    expect(slip('919', 919, 822.1, 3)).toEqual(['unknown', 822.1]);
    // 910 less 100 is 810, with its digits swapped 901: both near 900 by a wide measure.
    expect(slip('910', 910, 890, 100)).toEqual(['swappedDigits', 901]);
    expect(slip('910', 910, 815, 100)).toEqual(['offBy10cm', 810]);
  });

  test('what was typed without a number, or is nothing, has no digits to swap', () => {
    expect(slip('laser', 819, 900)).toEqual(['unknown', 900]);
    expect(slip('0', 0, 900)).toEqual(['unknown', 900]);
  });
});
