import { drag, type D3DragEvent } from 'd3-drag';
import { select } from 'd3-selection';
import type { Attachment } from 'svelte/attachments';
import type { Point } from '$core/model/job';

export interface Dragged {
	/** Where the pointer is now, in inches of the model: y up. */
	onmove: (p: Point) => void;
	/** Let go after it moved. */
	onend: (p: Point) => void;
}

/** Makes a thing of the plan draggable, by mouse and by finger; a press without a move stays a click. */
export function draggable(handlers: () => Dragged | null): Attachment<SVGElement> {
	return (node) => {
		type Event = D3DragEvent<SVGElement, unknown, { x: number; y: number }>;
		const parent = node.closest('.plan-space') as SVGGElement | null;
		if (!parent) return;
		let moved = false;
		let active: Dragged | null = null;
		const at = (e: Event): Point => [e.x, -e.y];
		const behavior = drag<SVGElement, unknown>()
			.container(() => parent)
			.subject((e: Event) => ({ x: e.x, y: e.y }))
			.filter((e: MouseEvent) => !e.ctrlKey && !e.button && handlers() !== null)
			.on('start', () => {
				moved = false;
				active = handlers();
			})
			.on('drag', (e: Event) => {
				moved = true;
				active?.onmove(at(e));
			})
			.on('end', (e: Event) => {
				if (moved) active?.onend(at(e));
			});
		select(node).call(behavior);
		return () => void select(node).on('.drag', null);
	};
}
