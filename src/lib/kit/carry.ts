import { part } from './late.svelte';
import type { D3DragEvent } from 'd3-drag';
import type { Attachment } from 'svelte/attachments';

/** Something that is taken up with the mouse and put down on something else of the page. By keyboard and by finger the slip's fields do the same. */
export interface Carried {
	/** What hangs at the pointer meanwhile. */
	label: string;
	/** CSS of what it may be put down on. */
	onto: string;
	ondrop: (on: Element) => void;
}
type Taken = D3DragEvent<Element, unknown, unknown>;
/** Less than this is a click, px. */
const CLICK_PX = 5;

const dragging = () => Promise.all([import('d3-drag'), import('d3-selection')]);
let loaded: ReturnType<typeof dragging> | null = null;
/** Once for all that can be taken up; after a failure again. */
const loadOnce = () =>
	(loaded ??= dragging().catch((error: unknown) => {
		loaded = null;
		throw error;
	}));

/**
 * To be made once for all elements of a kind: what is made in the element's own line is taken off and put on at each edit.
 * @param what what an element stands for now; null: it can not be taken up
 */
export function carried(what: (node: Element) => Carried | null): Attachment<Element> {
	return (node) => {
		let now: Carried | null = null;
		let ghost: HTMLElement | null = null;
		let over: Element | null = null;
		let from = { x: 0, y: 0 };
		const mark = (next: Element | null) => {
			if (next === over) return;
			over?.removeAttribute('data-over');
			next?.setAttribute('data-over', '');
			over = next;
		};
		const under = (x: number, y: number): Element | null => {
			for (const el of document.elementsFromPoint(x, y)) {
				const on = now && el.closest(now.onto);
				if (on && on !== node) return on;
			}
			return null;
		};
		const clear = () => {
			mark(null);
			ghost?.remove();
			ghost = null;
			document.documentElement.classList.remove('carrying');
		};
		// Not for the first view: nothing is taken up before the page has stood for a moment.
		let gone = false;
		let stop = (): void => undefined;
		void part(loadOnce).then((made) => {
			if (gone || !made) return;
			const [{ drag }, { select }] = made;
			const behavior = drag<Element, unknown>()
				.touchable(false)
				.clickDistance(CLICK_PX)
				.container(() => document.documentElement)
				.filter((e: MouseEvent) => !e.ctrlKey && !e.button && what(node) !== null)
				.on('start', start)
				.on('drag', move)
				.on('end', end);
			select(node).call(behavior);
			stop = () => void select(node).on('.drag', null);
		});
		function start(e: Taken): void {
			now = what(node);
			const { clientX: x, clientY: y } = e.sourceEvent as MouseEvent;
			from = { x, y };
		}
		function move(e: Taken): void {
			const { clientX: x, clientY: y } = e.sourceEvent as MouseEvent;
			if (!ghost) {
				if (Math.hypot(x - from.x, y - from.y) < CLICK_PX) return;
				ghost = document.createElement('div');
				ghost.className = 'carried';
				ghost.textContent = now?.label ?? '';
				document.body.append(ghost);
				document.documentElement.classList.add('carrying');
			}
			ghost.style.transform = `translate(${x + 12}px, ${y + 10}px)`;
			mark(under(x, y));
		}
		function end(): void {
			const on = ghost ? over : null;
			clear();
			if (on) now?.ondrop(on);
		}
		return () => {
			gone = true;
			clear();
			stop();
		};
	};
}
