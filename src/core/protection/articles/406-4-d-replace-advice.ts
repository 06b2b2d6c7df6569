import { inSpace } from '../../model/breaker-name';
import type { RuledJob } from '../../code/ruled-job';
import { cite } from '../../code/rule';
import type { Edition } from '../../code/shape/edition';
import type { OutletFacts } from '../../code/outlet';
import type { Box, Circuit, Device, Job, Reading } from '../../model/known';
import { indexOf } from '../../model/job-index';
import type { Fix, Rule } from '../../model/result';
import { downstream, runOf, seenBehind, upstreamOf } from '../../run/runs';
import { labelLists } from '../../run/spaces';
import { takesProtecting } from '../../rough/boxes-fit';
import { bootlegAt, groundOf, hasGround, JUMPER_OFF, type Ground } from '../../run/ground-at';
import { isHalved } from '../../run/halves';
import { needOf } from '../need-of';
import type { ProtectionNeed } from '../needs';
import { pricesOf } from '../placing-case';
import { gives } from '../../model/protections';
import { sharesNeutral } from './210-4-b-shared-neutral';
import { standingOf, type Standing } from '../standing';

/**
 * What may lawfully stand in an existing box when its receptacle is replaced, in the order in which it is to be thought of:
 * a ground if there is one and it is proven; else a face that does not promise one, or ground-fault protection with its
 * labels; or a ground that is run. Never a ground carried on from such a device.
 * @source 406.4(D), 250.114, 250.118, 250.130(C)
 */
export interface ReplaceChoice {
	id: 'grounding' | 'gfci-here' | 'gfci-upstream' | 'gfci-breaker' | 'two-slot' | 'new-ground';
	title: string;
	rule: Rule;
	does: string;
	/** What it adds, by the shop's list; null: it depends on the way of a wire. */
	price: number | null;
	/** The part of it that serves other outlets too: a device or a breaker, with its price. */
	shared?: { id: string; price: number };
	needs: string[];
	/** What a plug-in tester with three lamps will show of it, and why that is expected. */
	tester: string;
	labels: string[];
	warns: string[];
	fix: Fix | null;
	/** The same for every other ungrounded outlet that follows the device. */
	wholeRun?: Fix | undefined;
}
export interface ReplaceAdvice {
	ground: Ground;
	/** What is done before one is chosen, a jumper taken off; null: nothing. Until then none can be. */
	first: string | null;
	/** The least that it adds in cost first, given what stands there or is planned already. */
	choices: ReplaceChoice[];
	/** What a replacement brings with it at this place. */
	duties: { text: string; rule: Rule }[];
}

/** What a plug-in tester shows of an outlet without a ground, and why that is expected. */
export const BUTTON_PROVES = "The device's own button proves it.";
export const OPEN_GROUND = `It shows "open ground", and its GFCI button does not trip the device: that button leaks to a ground that is not there. ${BUTTON_PROVES}`;

/** Every lawful way to replace a receptacle, in order; null where the box has none of 120 V. @param readings what was read of its ground */
export function replaceAdvice(
	{ edition, job }: RuledJob,
	{ box, device }: { box: Box; device: Device },
	readings: readonly Reading[]
): ReplaceAdvice | null {
	const { rooms, circuitsOfBox } = indexOf(job);
	const room = box.roomId ? rooms.get(box.roomId) : undefined;
	if (!room || !device.receptacles || device.volts !== 120) return null;
	const circuit = circuitsOfBox.get(box.id)?.[0];
	const at = { room, box, device, circuit };
	const standing = standingOf({ edition, job }, at, readings);
	const { ground } = standing;
	const need = (method: Method) =>
		needOf({ edition, job }, at, { replacedAs: { groundInBox: hasGround(ground), method }, readings });
	const duties = dutiesOf(edition, need('gfci-here'));
	const c: Case = { edition, job, box, device, circuit, need, standing };
	const ways = hasGround(ground)
		? [grounding(c), ...(lacksGfci(c) ? [upstream(c, readings), atBreaker(c)] : [])]
		: [...(seenWire(c) ? [grounding(c)] : []), gfciHere(c), upstream(c, readings), atBreaker(c), twoSlot(c), newGround(c)];
	const bootleg = bootlegAt(job, box, readings);
	const first = bootleg && JUMPER_OFF[bootleg];
	const choices = ways
		.filter((x): x is ReplaceChoice => x !== null)
		.map((x) => (first ? { ...x, fix: null, wholeRun: undefined } : x))
		// Like for like first, then by what it adds.
		.sort((x, y) => Number(isLike(y, device)) - Number(isLike(x, device)) || (x.price ?? Infinity) - (y.price ?? Infinity));
	return { ground, first, choices, duties };
}

/** The same face with the same protection as was found. */
const isLike = ({ fix }: ReplaceChoice, device: Device): boolean => {
	const was = device.state === 'planned' && device.was ? { ...device, ...device.was } : device;
	return fix?.kind === 'edit-device' && fix.change.slots === was.slots && fix.change.protection === was.protection;
};
/** A ground wire that was seen in the box and not read yet: it is landed, and said to be not proven. */
const seenWire = ({ box, standing: { ground } }: Case): boolean => box.ground === 'present' && ground.state === 'said';

type Method = NonNullable<OutletFacts['replacement']>['method'];
interface Case {
	edition: Edition;
	job: Job;
	box: Box;
	device: Device;
	circuit: Circuit | undefined;
	need: (method: Method) => ProtectionNeed;
	/** What stands there now. */
	standing: Standing;
}
const grounded = (c: Case): boolean => hasGround(c.standing.ground);
/** What reaches the outlet and is not the device that is taken out. */
const elsewhere = (c: Case, of: 'gfci' | 'afci') => {
	const from = c.standing[of];
	return from && from.deviceId !== c.device.id ? from : null;
};
/** The device that is taken out gives what follows it this protection, and nothing upstream does. */
const guardsOthers = (c: Case, of: 'gfci' | 'afci'): boolean =>
	c.device.feedsLoad && gives(c.device.protection, of) && !elsewhere(c, of);
/** GFCI is asked for at this place or by what the old device protects, and nothing else gives it. */
const lacksGfci = (c: Case): boolean => !elsewhere(c, 'gfci') && (c.need('gfci-here').gfci.required || guardsOthers(c, 'gfci'));
const lacksAfci = (c: Case, method: Method): boolean =>
	!elsewhere(c, 'afci') && (c.need(method).afci.required || guardsOthers(c, 'afci'));
/** A new receptacle of this kind, where it is not there or planned already. */
const deviceAdds = (c: Case, device: Device, protection: Device['protection']): number => {
	const there =
		protection === 'none' ? device.state !== 'found' : device.protection === protection || device.protection === 'dual';
	return there ? 0 : prices(c).device[protection];
};
/** What a replacement brings with it. */
export function dutiesOf(edition: Edition, need: ProtectionNeed): ReplaceAdvice['duties'] {
	const { replacing } = edition;
	return [
		...(need.gfci.required
			? [
					{
						text: `GFCI: now required at this place (${need.gfci.because[0]?.section ?? ''})`,
						rule: cite(edition, edition.gfci.replacement)
					}
				]
			: []),
		...(need.afci.required
			? [{ text: 'AFCI: an outlet device here, one upstream, or the breaker', rule: cite(edition, edition.afci.replacement) }]
			: []),
		...(need.tamperResistant
			? [{ text: 'Tamper-resistant; two-slot receptacles are exempt', rule: cite(edition, replacing.tamper) }]
			: []),
		...(need.weatherResistant ? [{ text: 'Weather-resistant', rule: cite(edition, replacing.weather) }] : [])
	];
}
/** The new device as planned; what is asked of its type comes with it. */
function put(c: Case, slots: Device['slots'], protection: Device['protection'], feedsLoad: boolean, label: string): Fix {
	const need = c.need(slots === 'two-slot' ? 'two-slot' : protection === 'none' ? 'gfci-upstream' : 'gfci-here');
	return {
		kind: 'edit-device',
		label,
		boxId: c.box.id,
		deviceId: c.device.id,
		change: {
			state: 'planned',
			slots,
			protection,
			feedsLoad,
			tamperResistant: need.tamperResistant && slots === 'grounding',
			weatherResistant: need.weatherResistant
		}
	};
}
/** GFCI alone, or with AFCI where the place asks for that and nothing that reaches it gives it. */
function ownProtection(c: Case): 'gfci' | 'dual' {
	return lacksAfci(c, 'gfci-here') ? 'dual' : 'gfci';
}
/** Things that want a real ground. @source 250.114 */
function warnsOf(c: Case): string[] {
	const { serves, rooms } = c.edition.replacing.wantsGround;
	const room = c.box.roomId ? indexOf(c.job).rooms.get(c.box.roomId) : undefined;
	const wants = c.device.serves ? serves.includes(c.device.serves) : !!room && rooms.includes(room.kind);
	return wants ? ['Equipment plugged in here requires a ground (250.114): run one.'] : [];
}
const GROUNDED = 'It shows "correct", and so would a bootleg jumper: the ground-path reading is the proof.';
const base = (c: Case) => ({ rule: cite(c.edition, c.edition.replacing.rule), warns: warnsOf(c) });
const prices = (c: Case) => pricesOf(c.job);

function grounding(c: Case): ReplaceChoice {
	const need = c.need('gfci-upstream');
	const upstreamGfci = elsewhere(c, 'gfci');
	const protection = lacksGfci(c) ? ownProtection(c) : lacksAfci(c, 'gfci-upstream') ? 'afci' : 'none';
	const WITH = { none: '', gfci: ' GFCI', afci: ' AFCI', dual: ' GFCI + AFCI' } as const;
	const halved = protection !== 'none' && isHalved(c.device);
	const reach = protection === 'none' || (c.box.readilyAccessible && !halved);
	return {
		...base(c),
		id: 'grounding',
		title: `Grounding${WITH[protection] || ' type'}, on the existing ground`,
		rule: cite(c.edition, c.edition.replacing.grounded),
		does:
			upstreamGfci && need.gfci.required
				? `Three slots, its ground connected; ${upstreamGfci.name} protects it.`
				: 'Three slots, its ground connected.',
		price: deviceAdds(c, c.device, protection),
		needs: ['Connect it to the ground; bond a metal box', ...(c.standing.ground.ask ? [c.standing.ground.ask] : [])],
		tester: 'It shows "correct", and so would a bootleg jumper: the ground-path reading is the proof.',
		labels: [],
		warns: reach
			? seenWire(c)
				? ['Its ground wire was seen and not read: land it, then read its path. Until then the ground is not proven.']
				: []
			: [
					halved
						? 'Its halves are wired apart: a protecting receptacle has no tab to take out, and one half would be lost. The protection goes upstream or to the breaker.'
						: 'This place is not readily accessible: the protection goes upstream or to the breaker.'
				],
		fix: reach ? put(c, 'grounding', protection, protection !== 'none', 'Use this') : null
	};
}
function gfciHere(c: Case): ReplaceChoice | null {
	// A protecting receptacle has no tab to take out: a half that is wired apart would be lost.
	if (!c.box.readilyAccessible || isHalved(c.device)) return null;
	const protection = ownProtection(c);
	const { noGround } = c.edition.replacing;
	const room = takesProtecting(c.edition, c.job, c.box);
	return {
		...base(c),
		id: 'gfci-here',
		title: protection === 'dual' ? 'A GFCI + AFCI receptacle here' : 'A GFCI receptacle here',
		does: 'Protects people at this outlet and everything on its LOAD side. It provides no ground.',
		price: deviceAdds(c, c.device, protection),
		shared: { id: c.device.id, price: deviceAdds(c, c.device, protection) },
		needs: ['Do not extend a ground from it'],
		warns: [...warnsOf(c), ...(room.fits ? [] : [`It doesn't fit: ${room.why}. Use a larger box, or put the device upstream.`])],
		tester: OPEN_GROUND,
		labels: [noGround],
		fix: put(c, 'grounding', protection, true, 'Put a GFCI here')
	};
}
/** A duplex that is one: of one whose halves are wired apart a half would be lost. */
const canHold = (d: Device): boolean => d.receptacles === 2 && d.volts === 120 && !isHalved(d);
/** Boxes on the way from the panel to this one, as drawn, behind those that were measured to be before it. */
function before({ job, circuit, box }: Case): string[] {
	if (!circuit) return [];
	const run = runOf(job, circuit);
	const path = run.byBox.get(box.id)?.path ?? [];
	const [first] = path;
	const drawn = path.flatMap((l) => l.fromId ?? []);
	const measured = first ? upstreamOf(run, first.toId).reverse() : [];
	return [...new Set([...measured, ...drawn])];
}
/** The outlet upstream that can hold a device, the first of its run that can. */
function upstream(c: Case, readings: readonly Reading[]): ReplaceChoice | null {
	const { through, noGround } = c.edition.replacing;
	const { boxes } = indexOf(c.job);
	const heads = before(c)
		.map((id) => boxes.get(id))
		.filter((b): b is Box => !!b && b.readilyAccessible && b.devices.some(canHold));
	const head = heads[0];
	const holder = head?.devices.find(canHold);
	if (c.circuit && (!head || !holder)) return null;
	const headAdds = !holder
		? prices(c).device[ownProtection(c)]
		: gives(holder.protection, 'gfci')
			? 0
			: prices(c).device[ownProtection(c)];
	const find = 'The feed order must be known: find it in Trace by opening one box and seeing what goes dead.';
	return {
		...base(c),
		id: 'gfci-upstream',
		title: head
			? `Three slots here, behind a GFCI at ${head.name}`
			: 'Three slots here, behind a GFCI at the first box of the run',
		does: 'One device at the first box protects every outlet downstream.',
		...(grounded(c) ? { rule: cite(c.edition, c.edition.replacing.grounded), warns: [] } : {}),
		price: deviceAdds(c, c.device, 'none') + headAdds,
		...(holder ? { shared: { id: holder.id, price: headAdds } } : {}),
		needs: c.circuit
			? ['This outlet on its LOAD side', ...(grounded(c) ? [] : ['No ground wire between the protected receptacles'])]
			: [find],
		tester: grounded(c) ? GROUNDED : OPEN_GROUND,
		labels: grounded(c) ? [] : [through, noGround],
		wholeRun: head && holder && !grounded(c) ? wholeRunOf(c, head, holder, readings) : undefined,
		fix:
			head && holder
				? {
						kind: 'several',
						label: `GFCI at ${head.name}, three slots here`,
						fixes: [headFix(c, head, holder), put(c, 'grounding', 'none', false, '')]
					}
				: null
	};
}
/** The device at the head, and all that follow, in one edit. */
function wholeRunOf(c: Case, head: Box, holder: Device, readings: readonly Reading[]): Fix | undefined {
	const rest = behind(c, head, readings);
	return rest?.kind === 'several' ? { ...rest, fixes: [headFix(c, head, holder), ...rest.fixes] } : undefined;
}
/** Every ungrounded receptacle after the head is planned as a three-slot one behind it, each with what is asked of its type. */
function behind(c: Case, head: Box, readings: readonly Reading[]): Fix | undefined {
	const { circuit, job, edition } = c;
	if (!circuit) return undefined;
	const { boxes } = indexOf(job);
	const run = runOf(job, circuit);
	const after = [...new Set([...downstream(run, head.id), ...seenBehind(run, head.id)])].flatMap((id) => boxes.get(id) ?? []);
	const fixes = after.flatMap((box) => {
		const device = box.devices.find((d) => d.receptacles > 0 && d.volts === 120 && d.state === 'found');
		if (!device || box.id === head.id || box.state !== 'found' || hasGround(groundOf(job, box, readings))) return [];
		const room = box.roomId ? indexOf(job).rooms.get(box.roomId) : undefined;
		if (!room) return [];
		const need = needOf(
			{ edition, job },
			{ room, box, device, circuit },
			{ replacedAs: { groundInBox: false, method: 'gfci-upstream' }, readings }
		);
		const change = {
			state: 'planned' as const,
			slots: 'grounding' as const,
			protection: 'none' as const,
			feedsLoad: false,
			tamperResistant: need.tamperResistant,
			weatherResistant: need.weatherResistant
		};
		return [{ kind: 'edit-device' as const, label: '', boxId: box.id, deviceId: device.id, change }];
	});
	if (fixes.length < 2) return undefined;
	return { kind: 'several', label: `All ${fixes.length} downstream of ${head.name}`, fixes: [...fixes] };
}
/** The device at the head: what is there already stays, a new one comes with what is asked of its type. */
function headFix(c: Case, head: Box, holder: Device): Fix {
	const to = { kind: 'edit-device' as const, label: '', boxId: head.id, deviceId: holder.id };
	const room = head.roomId ? indexOf(c.job).rooms.get(head.roomId) : undefined;
	if (gives(holder.protection, 'gfci') || !room) return { ...to, change: { feedsLoad: true } };
	const at = { room, box: head, device: holder, circuit: c.circuit };
	const groundInBox = hasGround(groundOf(c.job, head, []));
	const need = needOf({ edition: c.edition, job: c.job }, at, { replacedAs: { groundInBox, method: 'gfci-here' } });
	return {
		...to,
		change: {
			state: 'planned',
			slots: 'grounding',
			// What it gave already it still gives.
			protection: holder.protection === 'afci' ? 'dual' : ownProtection(c),
			feedsLoad: true,
			tamperResistant: need.tamperResistant,
			weatherResistant: need.weatherResistant
		}
	};
}
function atBreaker(c: Case): ReplaceChoice | null {
	const { circuit } = c;
	const { through, noGround } = c.edition.replacing;
	if (!circuit || (circuit.opener ?? 'breaker') !== 'breaker' || sharesNeutral(c.job, circuit)) return null;
	// Fed by two circuits, one breaker of them leaves the other half without.
	if (c.device.yoke === 'split' && (indexOf(c.job).circuitsOfBox.get(c.box.id)?.length ?? 0) !== 1) return null;
	const there = gives(circuit.breaker, 'gfci');
	const wanted = ownProtection(c) === 'dual' || circuit.breaker === 'afci' ? 'dual' : 'gfci';
	const protection = there && circuit.breaker !== 'none' ? circuit.breaker : wanted;
	if (!there && !labelLists(c.job, circuit.panelId, wanted)) return null;
	const breakerAdds = there ? 0 : prices(c).breaker[protection];
	return {
		...base(c),
		id: 'gfci-breaker',
		title: `Three slots here, behind ${protection === 'dual' ? 'a dual-function' : 'a GFCI'} breaker ${inSpace(c.job, circuit)}`,
		does: 'Protects the whole circuit, cable included.',
		...(grounded(c) ? { rule: cite(c.edition, c.edition.replacing.grounded), warns: [] } : {}),
		price: deviceAdds(c, c.device, 'none') + breakerAdds,
		shared: { id: circuit.id, price: breakerAdds },
		needs: ["The circuit's own neutral on the breaker", 'A breaker listed for the panel'],
		tester: grounded(c) ? GROUNDED : OPEN_GROUND,
		labels: grounded(c) ? [] : [through, noGround],
		fix: {
			kind: 'several',
			label: `Breaker ${inSpace(c.job, circuit)}, three slots here`,
			fixes: [{ kind: 'protect-breaker', label: '', circuitId: circuit.id, protection }, put(c, 'grounding', 'none', false, '')]
		}
	};
}
function twoSlot(c: Case): ReplaceChoice | null {
	// Where ground-fault protection is asked for now, a bare two-slot face is no answer; behind a GFCI that stands it is one.
	const behindGfci = elsewhere(c, 'gfci');
	if (lacksGfci(c) || (c.need('two-slot').gfci.required && !behindGfci)) return null;
	return {
		...base(c),
		id: 'two-slot',
		title: 'Two slots again',
		does: behindGfci ? `A non-grounding receptacle; ${behindGfci.name} protects it.` : 'A non-grounding receptacle.',
		price: deviceAdds(c, c.device, 'none'),
		needs: c.need('two-slot').afci.required ? ['AFCI is still required with the replacement'] : [],
		tester: 'A three-prong tester does not fit. An adapter solves nothing.',
		labels: [],
		fix: put(c, 'two-slot', 'none', false, 'Two slots again')
	};
}
function newGround(c: Case): ReplaceChoice {
	return {
		id: 'new-ground',
		title: 'Run a ground, or new cable',
		rule: cite(c.edition, c.edition.replacing.newGround),
		does: 'A ground wire to the electrode system, to the ground bar where the circuit starts, or to the ground of another circuit of that panel.',
		price: null,
		needs: [
			'Not to water pipe more than 5 ft from where it enters',
			'Then record the ground in the box facts, and how it was proven'
		],
		tester: 'It shows "correct" once the ground is there.',
		labels: [],
		warns: [],
		fix: null
	};
}
