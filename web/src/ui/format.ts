import { format, parseISO } from 'date-fns';

export const showDay = (day: string) => format(parseISO(day), 'd MMM yyyy');
export const showWeekday = (day: string) => format(parseISO(day), 'EEEE, d MMM yyyy');
export const showShortDay = (day: string) => format(parseISO(day), 'd MMM');
export const showTime = (moment: string) => format(parseISO(moment), 'HH:mm');
export const showMoment = (moment: string) => format(parseISO(moment), 'd MMM yyyy, HH:mm');
export const today = () => format(new Date(), 'yyyy-MM-dd');

export function showMinute(minute: number): string {
  return `${String(Math.floor(minute / 60)).padStart(2, '0')}:${String(minute % 60).padStart(2, '0')}`;
}

/** Minutes of a day from a time as a time field has it, `HH:MM`. */
export function minuteOf(time: string): number {
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  return hours * 60 + minutes;
}
