/** Lengths on the plan are inches, held to 1/16 in; people type and read feet and inches. */

/** The finest length the model knows, in parts of an inch. */
export const SIXTEENTHS = 16;

/** Inches brought to the nearest 1/16 in, as a whole number of sixteenths: exact to compare and add. */
export const toSixteenths = (inches: number): number => Math.round(inches * SIXTEENTHS);
/** Sixteenths as inches. */
export const fromSixteenths = (sixteenths: number): number => sixteenths / SIXTEENTHS;
/** Inches brought to the nearest 1/16 in. */
export const toSixteenth = (inches: number): number => fromSixteenths(toSixteenths(inches));

const NUMBER = String.raw`(\d+(?:\.\d+)?)`;
const FRACTION = String.raw`(\d+)\s*/\s*(\d+)`;
const INCHES = String.raw`(?:${NUMBER}(?:[\s-]+${FRACTION})?|${FRACTION})`;
const FEET_AND_INCHES = new RegExp(String.raw`^${NUMBER}\s*(?:'|ft|-)\s*-?\s*(?:${INCHES}\s*(?:"|''|in)?)?$`);
const FEET_SPACE_INCHES = new RegExp(String.raw`^${NUMBER}\s+${NUMBER}(?:\s+${FRACTION})?\s*(?:"|in)?$`);
const ONLY_INCHES = new RegExp(String.raw`^${INCHES}\s*(?:"|''|in)?$`);

const sum = (whole?: string, over?: string, under?: string, over2?: string, under2?: string): number =>
	Number(whole ?? 0) + (over ? Number(over) / Number(under) : 0) + (over2 ? Number(over2) / Number(under2) : 0);

/**
 * What people type for a length: `12'6`, `12-6`, `12 6 1/2`, `12' 6 1/2"`, `150"`, `12.5'`, `150`.
 * A bare number is inches; two numbers with a space are feet and inches.
 * @returns inches to the nearest 1/16, or null where it is no length
 * @example parseLength("12' 6 1/2\"") // 150.5
 */
export function parseLength(text: string): number | null {
	const typed = text
		.trim()
		.toLowerCase()
		.replace(/[\u2019\u2032]/g, "'")
		.replace(/[\u201d\u2033]/g, '"')
		.replace(/feet|foot/, 'ft')
		.replace(/inches|inch/, 'in');
	if (!typed) return null;
	const inches = inchesOf(typed);
	return inches === null || !Number.isFinite(inches) ? null : toSixteenth(inches);
}

function inchesOf(typed: string): number | null {
	const only = ONLY_INCHES.exec(typed);
	// "6 1/2" is inches with a fraction, "12 6" is feet and inches: the slash decides.
	if (only && !(only[1] && /\s\d+$/.test(typed))) return sum(only[1], only[2], only[3], only[4], only[5]);
	const both = FEET_AND_INCHES.exec(typed) ?? FEET_SPACE_INCHES.exec(typed);
	if (!both) return null;
	const [, feet, whole, over, under, over2, under2] = both;
	return Number(feet) * 12 + sum(whole, over, under, over2, under2);
}

/**
 * Inches as feet, inches and a reduced fraction.
 * @example formatLength(150.5) // 12' 6 1/2"
 */
export function formatLength(inches: number): string {
	const total = toSixteenths(Math.abs(inches));
	const sign = inches < 0 && total > 0 ? '-' : '';
	const feet = Math.floor(total / (12 * SIXTEENTHS));
	const rest = total - feet * 12 * SIXTEENTHS;
	const whole = Math.floor(rest / SIXTEENTHS);
	const part = fraction(rest - whole * SIXTEENTHS);
	const inch = [whole || !part ? String(whole) : '', part].filter(Boolean).join(' ');
	return feet ? `${sign}${feet}' ${inch}"` : `${sign}${inch}"`;
}

function fraction(sixteenths: number): string {
	if (!sixteenths) return '';
	let [over, under] = [sixteenths, SIXTEENTHS];
	while (over % 2 === 0) [over, under] = [over / 2, under / 2];
	return `${over}/${under}`;
}

/** Whole feet of wire, for lists and the run strip. @example formatFeet(31.4) // 31' */
export const formatFeet = (feet: number): string => `${Math.round(feet * 10) / 10}'`;
