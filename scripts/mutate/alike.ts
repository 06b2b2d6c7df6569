/**
 * Changes that were read one by one and change nothing that anyone can see, each with why: by `nameOf`. They are tried all the
 * same, and told of when a test does see one; they are left out of the share.
 */
export const ALIKE: Readonly<Record<string, string>> = {
	"src/core/prove/judge-breaker.ts: ? say(c, 'good', `${show(amps, 1)} A of ${show(rated, 0)}`) [0]":
		'ratings of breakers are whole amperes: there is no more to show',
	'src/core/prove/guided.ts: says: `${amps} A is too large for ${wire.awg} AWG, ${wire.as} (at most ${show(wire.most, 0)} A): look at the wire on its screw, and change the breaker before anything else` [0]':
		'ratings of breakers are whole amperes: there is no more to show',
	"src/core/instruments/gfci.ts: const opens = trips({ ...built, network: leaking }, solution).filter((t) => t.device === 'gfci' || t.amps < 1); [<]":
		'a solved current is never one ampere to the last digit',
	"src/core/instruments/meter.ts: return volts >= LAMPS.onV ? 'on' : volts >= LAMPS.dimV ? 'dim' : 'off'; [>=]":
		'solved volts are never the limit to the last digit',
	'src/core/edit/tape.ts: wall: (2 * n - 2 - b.wall) % n, [2]':
		'a whole turn of the outline more, which the remainder takes away',
	'src/core/edit/tape.ts: return signedArea(outline) >= 0 ? { outline, breaks: on, changed } : { ...reversed(outline, on), changed }; [0]':
		'a room of less than a square inch',
	'src/core/layout/counter-runs.ts: Math.abs((q[0] - o[0]) * (p[1] - o[1]) - (q[1] - o[1]) * (p[0] - o[0])) / (distance(o, q) || 1); [1 5]':
		'instead of dividing by an edge of no length, which gives nothing either way',
	'src/core/trace/rank.ts: return rows.at(-1)?.ohms ?? 0; [1]': 'the shares add up to one: the last row is met before the end',
	'src/core/model/geometry.ts: if (p * q < 0 && r * s < 0) return true; [0]':
		'two corners a hair beside a line that is crossed; corners are to the sixteenth of an inch',
	'src/core/network/solve.ts: const byA = this.free[a] && (a > b || !this.free[b]); [>]': 'no branch goes from a node to itself',
	'src/core/network/solve.ts: const ROOM = 10; [10]': 'room to begin with: more is made when it is full',
	'src/core/network/solve.ts: const all = new Float64Array(4 * this.n); [4]': 'room that nobody reads',
	'src/core/instruments/port.ts: const y = new Float64Array(9); [9]': 'room that nobody reads',
	'src/core/network/job-wiring.ts: cable.wires.splice(after < 0 ? cable.wires.length : after, 0, ...hots); [<]':
		'every cable begins with its hot',
	'src/core/rough/routes/route.ts: s > from + ON_IN && s < reach - ON_IN ? [outline[i % outline.length] as Point] : [] [<]':
		'a corner that is as near to its end as is still at it: a way through it is as long as one past it',
	'src/core/circuits/assess-circuits.ts: compareGauge(g, first.cable.awg) > 0 && [>]':
		'the gauge that is there has too much drop, or nothing would be proposed',
	'src/core/run/runs.ts: sizes.set(id, 1); [1]': 'what stands while a loop is walked, which no file may have',
	'src/core/network/job-wiring.ts: const service = job.panels.find((p) => isService(job, p)) ?? job.panels[0]; [0]':
		'there is always a panel that no other feeds, or there is none at all'
};
