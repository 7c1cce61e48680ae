import { z } from 'zod';
import { addRecord, inOrder, patchRecord, recordAt, sameData, withRecord } from './records.ts';
import { WRITTEN_BY_ALL, WRITTEN_BY_CREW_LEADERS, recordIdSchema } from './recordKind.ts';
import { momentField, nameField } from './fields.ts';

interface Room {
  readonly name: string;
  readonly order: number;
}
const room = (name: string, order: number): Room => ({ name, order });
const records = { room: { a: room('Hall', 1), b: room('Kitchen', 0) }, wall: {} as Record<string, Room> };

describe('records', () => {
  test('one is found by kind and id, or there is none', () => {
    expect(recordAt(records, 'room', 'a')).toEqual(room('Hall', 1));
    expect(recordAt(records, 'room', 'z')).toBeNull();
    expect(recordAt(records, 'wall', 'a')).toBeNull();
    // What every object has is no record.
    expect(recordAt(records, 'wall', 'constructor')).toBeNull();
  });

  test('one is written, replaced or taken away, and the others stay the very same', () => {
    const more = withRecord(records, { kind: 'room', id: 'c', after: room('Loft', 2) });
    expect(more.room).toEqual({ ...records.room, c: room('Loft', 2) });
    expect(more.room.a).toBe(records.room.a);
    expect(more.wall).toBe(records.wall);
    const less = withRecord(more, { kind: 'room', id: 'a', after: null });
    expect(Object.keys(less.room)).toEqual(['b', 'c']);
    expect(Object.keys(records.room)).toEqual(['a', 'b']);
  });

  test('a patch tells what was and what will be; none where nothing changes or nothing is there', () => {
    expect(patchRecord(records, 'room', 'a', { name: 'Lobby' })).toEqual({
      kind: 'room',
      id: 'a',
      before: room('Hall', 1),
      after: room('Lobby', 1),
    });
    expect(patchRecord(records, 'room', 'a', { name: 'Hall' })).toBeNull();
    expect(patchRecord(records, 'room', 'z', { name: 'Hall' })).toBeNull();
    expect(addRecord('room', 'c', room('Loft', 2))).toMatchObject({ before: null, after: room('Loft', 2) });
  });

  test('stand in the order people gave them, and by id where two are alike', () => {
    expect(
      inOrder({ ...records.room, c: room('Loft', 1), aa: room('Cellar', 1) }).map(({ id }) => id),
    ).toEqual(['b', 'a', 'aa', 'c']);
  });

  test('are the same by what they say', () => {
    expect(sameData({ a: [1, { b: 2 }] }, { a: [1, { b: 2 }] })).toBe(true);
    expect(sameData({ a: 1 }, { a: 1, b: undefined })).toBe(false);
  });
});

describe('fields', () => {
  const ok = (schema: z.ZodType, value: unknown) => schema.safeParse(value).success;

  test('an id holds letters, digits, - and _, at most 64', () => {
    expect([ok(recordIdSchema, 'pane-1_A'), ok(recordIdSchema, 'x'.repeat(64))]).toEqual([true, true]);
    for (const bad of ['', 'a b', '../x', 'x'.repeat(65)]) expect(ok(recordIdSchema, bad)).toBe(false);
  });

  test('a name is not empty once its blanks are gone', () => {
    expect(nameField.parse('  Hall ')).toBe('Hall');
    expect([ok(nameField, '   '), ok(nameField, 'x'.repeat(121))]).toEqual([false, false]);
  });

  test('a moment says its zone', () => {
    expect([ok(momentField, '2026-05-04T15:00:00Z'), ok(momentField, '2026-05-04T15:00:00+02:00')]).toEqual([
      true,
      true,
    ]);
    expect(ok(momentField, '2026-05-04T15:00:00')).toBe(false);
  });

  test('an apprentice writes what all write, and no more', () => {
    expect(WRITTEN_BY_ALL).toContain('apprentice');
    expect([...WRITTEN_BY_CREW_LEADERS].sort()).toEqual(['installer', 'owner']);
  });
});
