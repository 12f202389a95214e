// The hours of a trip: counted on over midnight, where it goes over one, and told day by day.
import type { TripQuestion, TripStay } from "../../api/types";
import { shiftDate } from "../facts/when";

type Asked = Pick<TripQuestion, "date" | "to_hour">;

const DAY_H = 24;
const NOON = 12;
/** The latest hour of a trip that goes over midnight: the next day's noon. */
export const LATEST = DAY_H + NOON;

/** Its hours lie from noon to noon, then. */
export const overnight = (asked: Pick<TripQuestion, "to_hour">): boolean => asked.to_hour > DAY_H;

/** The day on which one is back. */
export const lastDate = (asked: Asked): string => (overnight(asked) ? shiftDate(asked.date, 1) : asked.date);

/** A clock of the trip as hours after its first midnight, those of the next day over 24; end : midnight as 24. */
export function hourOf(clock: string, asked: Pick<TripQuestion, "to_hour">, end = false): number {
  // "01:15, second" on the night that the clock goes back.
  const [h, m] = clock.slice(0, 5).split(":").map(Number);
  const hour = h! + m! / 60;
  // Noon is where such a trip begins, and where it ends.
  if (overnight(asked) && (hour < NOON || (end && hour === NOON))) return hour + DAY_H;
  return end && hour === 0 ? DAY_H : hour;
}

/** 6.25 -> 06:15, 25.5 -> 01:30. */
export function clockOf(hour: number): string {
  const minutes = Math.round((hour > DAY_H ? hour - DAY_H : hour) * 60);
  return `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;
}

/** Hours on one day, by its clock. */
export interface OnDay {
  date: string;
  from: number;
  to: number;
}

/** Hours counted over midnight, day by day. */
export function byDay(date: string, from: number, to: number): OnDay[] {
  const next = shiftDate(date, 1);
  return [
    ...(from < DAY_H ? [{ date, from, to: Math.min(DAY_H, to) }] : []),
    ...(to > DAY_H ? [{ date: next, from: Math.max(0, from - DAY_H), to: to - DAY_H }] : []),
  ];
}

/** A stay, day by day. */
export function stayByDay(stay: Pick<TripStay, "from_clock" | "to_clock">, asked: Asked): OnDay[] {
  return byDay(asked.date, hourOf(stay.from_clock, asked), hourOf(stay.to_clock, asked, true));
}

/** The whole hours in which hours lie: those of a card. */
export function whole(on: OnDay): OnDay {
  return { date: on.date, from: Math.floor(on.from), to: Math.ceil(on.to) };
}
