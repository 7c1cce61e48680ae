import { goingOn, type KeptDay } from './keptDays.ts';

const at = (time: string) => new Date(`2027-06-21T${time}:00Z`);
const day = (job: string, from: string, begins: string, ends: string, to: string): KeptDay => ({
  ...{ jobId: job, job, customer: '', place: '', personId: 'm', number: 0, panes: 1, isLater: false },
  ...{ from: at(from), begins: at(begins), ends: at(ends), to: at(to) },
});
const told = (...days: readonly KeptDay[]) =>
  goingOn(days).map(({ job, from, to }) => [
    job,
    from.toISOString().slice(11, 16),
    to.toISOString().slice(11, 16),
  ]);

test('who goes on from job to job is at one until its work ends, and on the way to the next from then on', () => {
  expect(
    told(
      day('bakery', '10:10', '10:30', '12:00', '12:20'),
      day('library', '07:40', '08:00', '10:20', '10:40'),
      day('school', '12:05', '12:30', '16:00', '16:25'),
    ),
  ).toEqual([
    ['library', '07:40', '10:20'],
    ['bakery', '10:20', '12:00'],
    ['school', '12:00', '16:25'],
  ]);
});

test('days with the shop in between, and days that lie within each other, stay as they are', () => {
  expect(
    told(day('a', '08:00', '08:20', '09:00', '09:20'), day('b', '09:20', '09:40', '11:00', '11:20')),
  ).toEqual([
    ['a', '08:00', '09:20'],
    ['b', '09:20', '11:20'],
  ]);
  expect(
    told(day('a', '08:00', '08:20', '16:00', '16:20'), day('b', '09:20', '09:40', '11:00', '11:20')),
  ).toEqual([
    ['a', '08:00', '16:20'],
    ['b', '09:20', '11:20'],
  ]);
});
