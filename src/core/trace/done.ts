import { LOOK_FINDS, type LookFinds } from '../model/kinds';
import type { Hypothesis } from './hypotheses';
import { PANEL } from './hypotheses';
import type { World } from './solved';

/** What was done besides reading, and what came of it. */
export type Done =
	/** A cheap look: what it found, or nothing; `at`: what was looked at, left out: all of them. */
	| { do: 'look'; found: LookFinds | null; at?: readonly LookFinds[] | undefined }
	/** A protecting device's own button. @param at its place, and its number among the outlets */
	| { do: 'own-button'; at: string; outlet: number; trips: boolean; resets: boolean };

/** How often a look or a press is right. */
const RIGHT = 0.97;
/** How often a look finds what is not it: a bulb that failed as well. */
const FALSE_FIND = 0.005;
/** How often a look finds what is there. */
const FINDS = 0.85;
const has = (h: Hypothesis, kind: Hypothesis['faults'][number]['kind'], at?: string): boolean =>
	h.faults.some((f) => f.kind === kind && (at === undefined || f.at === at));
/** Whether a look would find what a hypothesis says. */
const SHOWS: Readonly<Record<LookFinds, (h: Hypothesis) => boolean>> = {
	appliance: (h) => has(h, 'appliance'),
	switch: (h) => has(h, 'switch-open'),
	'gfci-tripped': (h) => h.faults.some((f) => f.kind === 'gfci-tripped' || (f.kind === 'off' && f.at !== PANEL)),
	'breaker-not-reset': (h) => has(h, 'off', PANEL)
};
/** A GFCI elsewhere may feed all of a run: then it is off as a breaker would have it. */
const mayShow = (h: Hypothesis, found: LookFinds): boolean => SHOWS[found](h) || (found === 'gfci-tripped' && has(h, 'off'));

/** Log of how likely it is that these came of what was done. */
export function doneOdds(h: Hypothesis, world: World, acts: readonly Done[]): number {
	return acts.reduce((sum, act) => sum + Math.log(act.do === 'look' ? lookOdds(h, act) : pressOdds(h, world, act)), 0);
}
function lookOdds(h: Hypothesis, { found, at = LOOK_FINDS }: Extract<Done, { do: 'look' }>): number {
	if (found !== null) return mayShow(h, found) ? RIGHT * FINDS : FALSE_FIND / LOOK_FINDS.length;
	return at.some((look) => SHOWS[look](h)) ? 1 - FINDS : RIGHT;
}
/** It needs its supply; a dead one does nothing; with the cause still there it does not stay in. */
function pressOdds(h: Hypothesis, world: World, { at, outlet, trips, resets }: Extract<Done, { do: 'own-button' }>): number {
	const { v } = world.unplugged().port(outlet, world.tries.grid[0] ?? []);
	const fed = Math.hypot((v[0] as number) - (v[2] as number), (v[1] as number) - (v[3] as number)) > WORKS_FROM_V;
	const worn = has(h, 'gfci-dead', at);
	const should = { trips: fed && !worn, resets: fed && !worn && !world.opens().has(at) };
	return (trips === should.trips ? RIGHT : 1 - RIGHT) * (resets === should.resets ? RIGHT : 1 - RIGHT);
}
const WORKS_FROM_V = 100;
