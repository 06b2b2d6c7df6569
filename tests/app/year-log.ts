/** A table of 10,000 readings, one an hour, as another program would save it; a fifth of them of BD-01. */
export function yearLog(): string {
	const boxes = ['SW-01', 'SW-02', 'SW-03', 'BD-01', 'KT-01'];
	const rows = Array.from({ length: 10_000 }, (_, i) => {
		const at = new Date(Date.UTC(2024, 0, 1) + i * 3_600_000).toISOString();
		return `${boxes[i % 5]},${at},${(118 + (i % 40) / 10).toFixed(1)},RV`;
	});
	return `box,at,Volts H-N,by\n${rows.join('\n')}\n`;
}
