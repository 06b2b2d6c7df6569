/**
 * The entities of a DXF's text that walls and names are made of, and the unit of its header. Read pair by pair, so that
 * a file that is cut short, or broken in the middle, gives what is whole of it and always ends.
 */
interface DxfVertex {
	x: number;
	y: number;
	/** Tangent of a quarter of the angle of the arc to the next vertex. */
	bulge: number;
}
export type DxfEntity = { layer: string } & (
	| { kind: 'polyline'; vertices: DxfVertex[]; closed: boolean }
	/** Angles in radians, counter-clockwise. */
	| { kind: 'arc'; x: number; y: number; radius: number; from: number; to: number }
	| { kind: 'text'; x: number; y: number; text: string }
);
interface DxfRead {
	entities: DxfEntity[];
	/** Entities of other kinds, left out. */
	leftOut: number;
	/** `$INSUNITS` of the header, or null. */
	unitCode: number | null;
}

type Pair = readonly [code: number, value: string];
const CODE = /^\s*\d{1,4}\s*$/;

/** Pairs of a group's code and its value; a line that should be a code and is none is passed over. */
function* pairsOf(text: string): Generator<Pair> {
	let code: number | null = null;
	for (let from = 0; from < text.length;) {
		const end = text.indexOf('\n', from);
		const line = text.slice(from, end < 0 ? text.length : end);
		from = end < 0 ? text.length : end + 1;
		if (code !== null) {
			yield [code, line.trim()];
			code = null;
		} else if (CODE.test(line)) code = Number.parseInt(line, 10);
	}
}

/** @returns null where the text has no section of entities */
export function readEntities(text: string): DxfRead | null {
	const read: DxfRead = { entities: [], leftOut: 0, unitCode: null };
	let own: Pair[] | null = null;
	let kind = '';
	/** The polyline whose vertices come as entities of their own. */
	let open: (DxfEntity & { kind: 'polyline' }) | null = null;
	let [inSection, sectionNext, unitNext, found] = [false, false, false, false];
	const finish = () => {
		if (own) {
			const made = entityOf(kind, own);
			if (kind === 'VERTEX') {
				if (open && made?.kind === 'polyline') open.vertices.push(...made.vertices);
			} else {
				open = kind === 'POLYLINE' && made?.kind === 'polyline' ? made : null;
				if (made) read.entities.push(made);
				else if (kind !== 'SEQEND') read.leftOut += 1;
			}
		}
		own = null;
	};
	for (const pair of pairsOf(text.includes('\r') ? text.replace(/\r\n?/g, '\n') : text)) {
		const [code, value] = pair;
		if (unitNext && code === 70) read.unitCode = finite(value);
		unitNext = code === 9 && value === '$INSUNITS';
		if (code === 0) {
			finish();
			sectionNext = value === 'SECTION';
			if (value === 'ENDSEC' || value === 'EOF') inSection = false;
			if (inSection && !sectionNext) [own, kind] = [[], value];
		} else if (sectionNext && code === 2) {
			[inSection, sectionNext] = [value === 'ENTITIES', false];
			found ||= inSection;
		} else own?.push(pair);
	}
	finish();
	return found ? read : null;
}
const finite = (value: string): number | null => {
	const n = Number.parseFloat(value);
	return Number.isNaN(n) ? null : n;
};

/** One entity of its pairs; null: not one of those that are read, or a part of it is missing. */
function entityOf(kind: string, pairs: readonly Pair[]): DxfEntity | null {
	const text = (code: number) => pairs.find(([c]) => c === code)?.[1];
	const figure = (code: number) => finite(text(code) ?? '') ?? undefined;
	const layer = text(8) ?? '0';
	const [x, y] = [figure(10), figure(20)];
	const closed = ((figure(70) ?? 0) & 1) === 1;
	switch (kind) {
		case 'LINE': {
			const [x2, y2] = [figure(11), figure(21)];
			if (x === undefined || y === undefined || x2 === undefined || y2 === undefined) return null;
			const vertices = [
				{ x, y, bulge: 0 },
				{ x: x2, y: y2, bulge: 0 }
			];
			return { kind: 'polyline', layer, vertices, closed: false };
		}
		case 'LWPOLYLINE':
		case 'VERTEX':
			return { kind: 'polyline', layer, vertices: verticesOf(pairs), closed };
		case 'POLYLINE':
			return { kind: 'polyline', layer, vertices: [], closed };
		case 'ARC': {
			const radius = figure(40);
			if (x === undefined || y === undefined || !radius) return null;
			const radians = (code: number, usual: number) => ((figure(code) ?? usual) * Math.PI) / 180;
			return { kind: 'arc', layer, x, y, radius, from: radians(50, 0), to: radians(51, 360) };
		}
		case 'TEXT':
		case 'MTEXT': {
			const said = pairs.filter(([c]) => c === 3 || c === 1).map(([, v]) => v);
			if (x === undefined || y === undefined || !said.length) return null;
			return { kind: 'text', layer, x, y, text: said.join('') };
		}
		default:
			return null;
	}
}
/** Each x begins a vertex; its y and its bulge follow. */
function verticesOf(pairs: readonly Pair[]): DxfVertex[] {
	const vertices: DxfVertex[] = [];
	for (const [code, value] of pairs) {
		const n = finite(value) ?? 0;
		const last = vertices.at(-1);
		if (code === 10) vertices.push({ x: n, y: 0, bulge: 0 });
		else if (code === 20 && last) last.y = n;
		else if (code === 42 && last) last.bulge = n;
	}
	return vertices;
}
