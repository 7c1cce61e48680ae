import { networkOf } from './brakes.ts';
import { hashPassword, matchesPassword, weaknessOf } from './passwords.ts';
import { stepOfCode } from './secondFactor.ts';

describe('passwords that are tried first', () => {
  const known = ['Marit Brindle', 'marit@brindle-rook.example', 'Brindle & Rook Glass Film'];

  test.each([
    ['password1234', /tried first/],
    ['Elizabeth2024!', /tried first/],
    ['123456789012', /tried first/],
    ['abcabcabcabc', /repeats/],
    ['zzzzzzzzzzzzz', /repeats/],
    ['maritbrindle1', /name/],
    ['brindle-rook-26', /name/],
  ])('%s is refused', (password, why) => {
    expect(weaknessOf(password, known)).toMatch(why);
  });

  test.each(['putty and glass', 'seven wet squeegees', 'marit hangs nine panes', 'ж-стекло-и-плёнка'])(
    '%s is taken',
    (password) => {
      expect(weaknessOf(password, known)).toBeNull();
    },
  );
});

describe('a password and the names around it', () => {
  test.each([
    ['2elizabeth', [], /tried first/],
    ['osei-osei-osei', ['Osei'], /name/],
    // The longer name first: what is left of it after the shorter would pass for a word.
    ['marigoldsmith12', ['Mari', 'Marigoldsmith'], /name/],
    ['brindle fives', ['Brindle'], /name/],
  ] as const)('%s of %j is refused', (password, known, why) => {
    expect(weaknessOf(password, known)).toMatch(why);
  });

  test.each([
    ['eliz-abeth', []],
    ['ann-lee-ann-lee', ['Ann Lee']],
    ['brindle sixsix', ['Brindle']],
    ['xqzvy', []],
  ] as const)('%s of %j is taken', (password, known) => {
    expect(weaknessOf(password, known)).toBeNull();
  });

  test('nobody without a password gets in with one', async () => {
    for (const none of [null, 'none'])
      expect(await matchesPassword(none, 'nobody has this password')).toBe(false);
    expect(await matchesPassword(await hashPassword('putty and glass'), 'putty and glass')).toBe(true);
  });
});

describe('codes of an authenticator', () => {
  // RFC 6238, appendix B, for SHA-1: the last six of its eight digits.
  const secret = 'GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ';
  test.each([
    [59, '287082'],
    [1_111_111_109, '081804'],
    [2_000_000_000, '279037'],
  ])('at second %i', (second, code) => {
    const at = (shift: number) => new Date((second + shift) * 1000);
    const step = Math.floor(second / 30);
    expect(stepOfCode(secret, code, at(0))).toBe(step);
    expect(stepOfCode(secret, `${code.slice(0, 3)} ${code.slice(3)}`, at(0))).toBe(step);
    // A clock half a minute off is taken, and the code keeps its own step; more is not.
    expect(stepOfCode(secret, code, at(30))).toBe(step);
    expect(stepOfCode(secret, code, at(90))).toBeNull();
    expect(stepOfCode(secret, '000000', at(0))).toBeNull();
  });
});

test.each([
  ['203.0.113.7', '203.0.113.7'],
  ['::ffff:203.0.113.7', '203.0.113.7'],
  ['2001:db8:1:2:3:4:5:6', '2001:db8:1:2::/64'],
  ['2001:0db8:0001:0002::99', '2001:db8:1:2::/64'],
  ['2001:db8::1', '2001:db8:0:0::/64'],
  ['::1', '0:0:0:0::/64'],
  ['1::3:4:5:6:7:8', '1:0:3:4::/64'],
  ['2001:db8::', '2001:db8:0:0::/64'],
  ['2001:db8::ffff:1.2.3.4', '2001:db8:0:0::/64'],
])('%s counts as %s', (address, network) => {
  expect(networkOf(address)).toBe(network);
});
