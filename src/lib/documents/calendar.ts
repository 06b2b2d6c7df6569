import { createEvents, type DateArray, type EventAttributes } from 'ics';
import type { DueDay } from '$core/prove/gfci-register';

const dateOf = (day: string): DateArray => [Number(day.slice(0, 4)), Number(day.slice(5, 7)), Number(day.slice(8, 10))];

/** Due days as an iCalendar file: whole days, with a reminder at nine that morning, coming again where they do. @throws Error where a day is none */
export function calendarOf(days: readonly DueDay[]): string {
	const events = days.map((d): EventAttributes => ({
		uid: `${d.uid}@hekto`,
		productId: 'hekto',
		start: dateOf(d.day),
		duration: { days: 1 },
		title: d.title,
		description: d.text,
		busyStatus: 'FREE',
		alarms: [{ action: 'display', description: d.title, trigger: { hours: 9, minutes: 0, before: false } }],
		...(d.everyDays ? { recurrenceRule: `FREQ=DAILY;INTERVAL=${d.everyDays}` } : {})
	}));
	const { error, value } = createEvents(events);
	if (error || !value) throw error ?? new Error('the calendar could not be made');
	return value;
}
