/** What the user has picked on the sheet or the strip. */
export interface Selection {
	kind: 'box' | 'room' | 'circuit' | 'leg' | 'panel' | 'fixture';
	id: string;
}
