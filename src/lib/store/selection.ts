/** What the user has picked on the sheet or the strip. */
export interface Selection {
	kind: 'box' | 'room' | 'circuit' | 'cable' | 'panel' | 'fixture';
	id: string;
}
