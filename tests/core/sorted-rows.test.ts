import assert from 'node:assert/strict';
import test from 'node:test';
import { createTable, getCoreRowModel, getSortedRowModel } from '@tanstack/table-core';

/** What the tables of the interface rely on of their library: what is not known comes last, up and down; numbers by size. */
const rows = [{ n: 10 }, { n: null }, { n: 9 }, { n: 100 }];
const sorted = (desc: boolean) => {
	const table = createTable<{ n: number | null }>({
		data: rows,
		columns: [{ id: 'n', accessorFn: (r) => r.n ?? undefined, sortUndefined: 'last', sortingFn: 'alphanumeric' }],
		state: {},
		onStateChange: () => undefined,
		renderFallbackValue: null,
		getCoreRowModel: getCoreRowModel(),
		getSortedRowModel: getSortedRowModel()
	});
	table.setOptions((o) => ({ ...o, state: { ...table.initialState, sorting: [{ id: 'n', desc }] } }));
	return table.getRowModel().rows.map((r) => r.original.n);
};
test('by size, unknown last, both ways', () => {
	assert.deepEqual(sorted(false), [9, 10, 100, null]);
	assert.deepEqual(sorted(true), [100, 10, 9, null]);
});
