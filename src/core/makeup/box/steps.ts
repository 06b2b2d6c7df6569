import type { Step } from '../../model/result';
import { endName, NET_WORDS, type MakeUp, type MakeUpCase, type Net, type Tail } from './case';

/** A make-up as steps: re-marks, splices, landings in the order ground, neutral, hot, and caps. */
export function stepsOf(c: MakeUpCase, m: Omit<MakeUp, 'steps' | 'findings'>): Step[] {
	const tailName = (t: Tail): string => ('box' in t ? 'pigtail to the box' : `pigtail to ${t.device} ${t.terminal}`);
	const netOf = (end: { cable: string; color: string }): Net | undefined =>
		c.cables.find((x) => x.id === end.cable)?.conductors.find((w) => w.color === end.color)?.net;
	const joinOf = (device: string, terminal: string) =>
		m.joins.find((j) => j.tails.some((t) => 'device' in t && t.device === device && t.terminal === terminal));
	const rank = (net: Net | undefined): number => (net === 'ground' ? 0 : net === 'neutral' || net === 'neutral-b' ? 1 : 2);
	const landings = m.terminals
		.map((t) => {
			const net = 'tail' in t.conductor ? joinOf(t.device, t.terminal)?.net : netOf(t.conductor);
			return { ...t, net };
		})
		.sort((a, b) => rank(a.net) - rank(b.net));
	return [
		...m.reMark.map((r): Step => ({
			label: 're-mark',
			formula: `${endName(r)}, used as ${NET_WORDS[r.as]}`,
			value: 1,
			unit: 'end'
		})),
		...m.joins.map((j): Step => ({
			label: `splice the ${NET_WORDS[j.net]}${j.load ? `, LOAD of ${j.load}` : ''}`,
			formula: [...j.ends.map(endName), ...j.tails.map(tailName)].join(' + '),
			value: j.ends.length + j.tails.length,
			unit: 'conductors'
		})),
		...landings.map((t): Step => ({
			label: `land the ${t.net ? NET_WORDS[t.net] : 'conductor'}`,
			formula: `${'tail' in t.conductor ? 'pigtail' : endName(t.conductor)} on ${t.device} ${t.terminal}`,
			value: 1,
			unit: 'conductor'
		})),
		...Object.entries(m.tabs).flatMap(([device, tabs]) =>
			(['hot', 'neutral'] as const)
				.filter((side) => tabs[side] === 'out')
				.map((side): Step => ({ label: 'take the tab out', formula: `${device}, ${side} side`, value: 1, unit: 'tab' }))
		),
		...m.capped.map((e): Step => ({ label: 'cap alone', formula: endName(e), value: 1, unit: 'end' }))
	];
}
