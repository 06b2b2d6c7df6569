import { CABLE_MAKES, cablesFor, RACEWAY_MAKES } from '$core/model/cable-kinds';
import { RACEWAYS, type CableKind, type State } from '$core/model/kinds';

const option = (value: CableKind) => ({ value, name: CABLE_MAKES[value].name });
/** Cables as a list names them: old kinds only for what is found; the one that is entered stays in the list. */
export const cableOptions = (state: State, now: CableKind | null = null) => {
	const all = cablesFor(state);
	return (now === null || all.includes(now) ? all : [...all, now]).map(option);
};
/** What conductors are pulled in. */
export const RACEWAY_OPTIONS = RACEWAYS.map((value) => ({ value, name: RACEWAY_MAKES[value].name }));
