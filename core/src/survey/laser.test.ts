import { seededRandom } from '../units/index.ts';
import { USUAL_LASER, standInAnswer } from './laser.ts';

test('the stand-in is off by its noise, now and then by the frame, and now and then lost', () => {
  const random = seededRandom(7);
  const answers = Array.from({ length: 4000 }, () => standInAnswer(819.15, USUAL_LASER, random));
  const read = answers.flatMap((answer) => (answer.kind === 'read' ? [answer.mm - 819.15] : []));
  const lost = answers.length - read.length;
  const wrong = read.filter((off) => off > 5);
  expect(lost / answers.length).toBeCloseTo(USUAL_LASER.lostShare, 1.5);
  expect(wrong.length / answers.length).toBeCloseTo(USUAL_LASER.wrongEdgeShare, 1.5);
  expect(Math.max(...wrong)).toBeLessThanOrEqual(46.1);
  expect(Math.max(...read.filter((off) => off <= 5).map(Math.abs))).toBeLessThanOrEqual(1.1);
});
