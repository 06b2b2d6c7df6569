import {
	createTable,
	getCoreRowModel,
	getFilteredRowModel,
	getSortedRowModel,
	type ColumnDef,
	type SortingState
} from '@tanstack/table-core';

/** A column of a table: its head, and what its rows are sorted and found by; left out: neither. */
export interface Column<Row> {
	key: string;
	title: string;
	/** Figures stand at the right. */
	num?: boolean;
	/** Left out on a phone. */
	wide?: boolean;
	/** null: nothing is known, and it comes last either way. */
	value?: (row: Row) => string | number | null;
}

/** Rows as the user wants to see them: sorted by a column, down to those that hold what is typed. */
export class SortedRows<Row> {
	/** The column sorted by; null: as they come. */
	by = $state<{ key: string; down: boolean } | null>(null);
	filter = $state('');

	/** @param of read anew whenever it changes */
	constructor(private readonly of: () => { columns: readonly Column<Row>[]; rows: readonly Row[] }) {}

	readonly shown = $derived.by((): Row[] => {
		const { columns, rows } = this.of();
		const filter = this.filter.trim();
		// As they come: nothing to work out before a first view.
		if (!this.by && !filter) return [...rows];
		const sorting: SortingState = this.by ? [{ id: this.by.key, desc: this.by.down }] : [];
		const table = createTable<Row>({
			data: rows as Row[],
			columns: columns.flatMap((c): ColumnDef<Row>[] =>
				c.value
					? [{ id: c.key, accessorFn: (row) => c.value?.(row) ?? undefined, sortUndefined: 'last', sortingFn: 'alphanumeric' }]
					: []
			),
			state: {},
			onStateChange: () => undefined,
			renderFallbackValue: null,
			globalFilterFn: 'includesString',
			getColumnCanGlobalFilter: () => true,
			getCoreRowModel: getCoreRowModel(),
			getSortedRowModel: getSortedRowModel(),
			getFilteredRowModel: getFilteredRowModel()
		});
		table.setOptions((options) => ({
			...options,
			state: { ...table.initialState, sorting, globalFilter: filter || undefined }
		}));
		return table.getRowModel().rows.map((r) => r.original);
	});

	/** Up, then down, then as they come. */
	turn(key: string): void {
		this.by = this.by?.key !== key ? { key, down: false } : this.by.down ? null : { key, down: true };
	}
	order(key: string): 'ascending' | 'descending' | 'none' {
		return this.by?.key !== key ? 'none' : this.by.down ? 'descending' : 'ascending';
	}
}
