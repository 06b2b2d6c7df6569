/** Something new is read from its top, wherever the sheet was scrolled to. */
export const atTop = (node: HTMLElement): void => void node.closest('.content')?.scrollTo({ top: 0 });
