import { sha256 } from '@noble/hashes/sha2';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils';
import type { Paper } from '$core/handover/paper';
import type { Signature } from '$core/model/job';
import { sayMoment } from '$lib/clock';
import type { SignedAs } from './pdf-definition';

/** What a paper says, as 64 hex digits: of its blocks, so that its look and its width do not matter. */
export const fingerprintOf = ({ key, blocks }: Pick<Paper, 'key' | 'blocks'>): string =>
	bytesToHex(
		sha256(utf8ToBytes(JSON.stringify([key, blocks], (name, value: unknown) => (name === 'widthIn' ? undefined : value))))
	);

/** Strokes as an SVG of their field. */
function strokesSvg({ strokes, width, height }: Pick<Signature, 'strokes' | 'width' | 'height'>): string {
	const paths = strokes.map((s) =>
		s.length
			? `<path d="M${s.map(([x, y]) => `${x} ${y}`).join('L')}" fill="none" stroke="#1b1a17" stroke-width="2" stroke-linecap="round" stroke-linejoin="round"/>`
			: ''
	);
	return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" width="${width}" height="${height}">${paths.join('')}</svg>`;
}
/**
 * Signatures of a paper as it is printed.
 * @param paperAsOf the paper as it would be made today of the day it was signed: what has changed since shows
 */
export const signedOn = (
	signatures: readonly Signature[],
	paperAsOf: (day: string) => Pick<Paper, 'key' | 'blocks'>
): SignedAs[] =>
	signatures.map((s) => ({
		role: s.role,
		name: s.name,
		license: s.license,
		day: sayMoment(s.at),
		drawn: strokesSvg(s),
		changed: fingerprintOf(paperAsOf(s.at.slice(0, 10))) !== s.fingerprint
	}));
