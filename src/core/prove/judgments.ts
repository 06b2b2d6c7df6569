import { shellVolts } from './judge-shell';
import { acrossIt, ampsOnIt, terminalAlone } from './judge-breaker';
import { againstPredicted, deadOhms, groundPath, loadedVolts, noDrop } from './judge-ohms';
import { atJumper, byLimit, neutralToGround, slotToEarth, supplyVolts, toNoGround } from './judge-volts';
import { lampsJudged, tripTime, wordJudged } from './judge-words';
import type { Judgment, ReadingCase } from './judgment';
import { AGAINST_PREDICTED, wholeWay } from './limits';
import { switchedOff } from './switched';

export { worst, type Judgment, type Level, type ReadingCase } from './judgment';

/** Every judgment of one reading. @source facts/testing.md, its table of limits */
export function judge(c: ReadingCase): Judgment[] {
	const { reading, limits, atPanel, twoHots } = c;
	const off = switchedOff(c.edition.key, reading, c.goesOff ?? null);
	if (off) return [off];
	const toNeutral = limits[atPanel ? 'panel' : 'outlet'];
	const hotToHot = limits[atPanel ? 'panel-hh' : 'outlet-hh'];
	switch (reading.kind) {
		case 'lamps':
			return [lampsJudged(c)];
		case 'hn':
			return [supplyVolts(c, twoHots ? hotToHot : toNeutral), ...loadedVolts(c)];
		case 'h2n':
		case 'he':
			return [supplyVolts(c, toNeutral)];
		case 'hg':
		case 'h2g':
			return [toNoGround(c) ?? atJumper(c) ?? supplyVolts(c, toNeutral)];
		case 'hh':
			return [supplyVolts(c, hotToHot), ...loadedVolts(c)];
		case 'ng':
			return neutralToGround(c);
		case 'drop':
			return [
				byLimit(c, c.prediction.known ? wholeWay(limits.drop) : limits.drop),
				...(noDrop(c) ?? againstPredicted(c, AGAINST_PREDICTED.dropPoints))
			];
		case 'ohm-hot':
		case 'ohm-neutral':
			return againstPredicted(c, AGAINST_PREDICTED.ohms);
		case 'ohm-ground':
			return groundPath(c);
		case 'ne':
		case 'ge':
			return [slotToEarth(c)];
		case 'dead-ohm-ground':
			return groundPath(c);
		case 'dead-ohm-hn':
		case 'dead-ohm-hg':
			return [deadOhms(c)];
		case 'across':
			return [acrossIt(c)];
		case 'amps':
		case 'amps2':
		case 'amps-n':
			return [ampsOnIt(c)];
		case 'shell':
			return [shellVolts(c)];
		case 'terminal-c':
			return terminalAlone(c);
		case 'neighbor-c':
		case 'ambient-c':
			return [];
		case 'gfci-ma':
			return [byLimit(c, limits['gfci-ma'])];
		case 'gfci-ms':
			return [tripTime(c)];
		default:
			return [wordJudged(c, reading.kind)];
	}
}
