<script lang="ts">
	import { BOX_DRAWING, type BoxDrawing } from '$core/formats/box-drawing';
	import { PAINTS, SCREWS } from '$core/formats/box-svg';

	interface Props {
		drawing: BoxDrawing;
		/** Keys that are lit; null: all of it is shown alike. */
		lit: ReadonlySet<string> | null;
		onlight: (key: string) => void;
	}
	/** A made-up box as shapes of a picture: cables, splices and terminals. */
	let { drawing, lit, onlight }: Props = $props();
	const { leftX, rightX, row } = BOX_DRAWING;
	const dim = (key: string) => lit !== null && !lit.has(key);
	const middle = (n: BoxDrawing['nets'][number]) => (n.top + n.bottom) / 2;
	const keyOfEnd = (y: number) => drawing.lanes.find((l) => l.x1 === leftX && l.y === y)?.key ?? '';
</script>

{#each drawing.cables as c (c.id)}
	<text class="head" x="2" y={c.y + 4}>{c.name}</text>
	<rect class="edge" x={leftX - 6} y={c.top} width="6" height={c.bottom - c.top} rx="2" />
{/each}
{#each drawing.nets as n (n.key)}
	{#if n.bottom > n.top}
		<g class:dim={dim(n.key)}>
			<path class="under" d={`M${n.x} ${n.top}V${n.bottom}`} />
			<path class="over" d={`M${n.x} ${n.top}V${n.bottom}`} stroke={PAINTS[n.color]} />
		</g>
	{/if}
{/each}
{#each drawing.lanes as l, i (i)}
	<g class:dim={dim(l.key)}>
		<path class="under" d={`M${l.x1} ${l.y}H${l.x2}`} />
		<path class="over" d={`M${l.x1} ${l.y}H${l.x2}`} stroke={PAINTS[l.color]} />
	</g>
{/each}
{#each drawing.ends as e (`${e.end.cable} ${e.end.color}`)}
	<text x={leftX - 10} y={e.y + 4} text-anchor="end">{e.words}</text>
	{#if e.reMarked}<rect class="tape" x={leftX + 3} y={e.y - 4} width="7" height="8" />{/if}
{/each}
{#each drawing.caps as c (c.key)}
	<path class="under" d={`M${c.x} ${c.y}h10`} />
	<rect class="cap" x={c.x + 10} y={c.y - 5} width="10" height="10" rx="3" />
{/each}
{#each drawing.devices as d (d.id)}
	<rect class="edge" x={rightX} y={d.top} width={drawing.width - rightX - 2} height={d.bottom - d.top} rx="4" />
	<text class="head" x={rightX} y={d.titleY + 4}>{d.name}{d.tabs ? `, ${d.tabs}` : ''}</text>
{/each}
{#each drawing.terminals as t (t.key)}
	<circle class="screw" cx={rightX + 9} cy={t.y} r="6" fill={SCREWS[t.screw]} />
	<text x={rightX + 19} y={t.y + 4}>{t.words}</text>
{/each}
{#if drawing.boxScrew}
	<circle class="screw" cx={rightX + 9} cy={drawing.boxScrew.y} r="6" fill={SCREWS.green} />
	<text x={rightX + 19} y={drawing.boxScrew.y + 4}>box screw</text>
{/if}
{#each drawing.nets as n (n.key)}
	{#if n.number !== null}
		<g class:dim={dim(n.key)}>
			<circle class="number" cx={n.x} cy={middle(n)} r="9" />
			<text class="head" x={n.x} y={middle(n) + 4} text-anchor="middle">{n.number}</text>
		</g>
	{/if}
{/each}
{#each drawing.legend as l (l.number)}<text x="2" y={l.y + 4}><tspan class="head">{l.number}</tspan> {l.words}</text>{/each}
<!-- Wide enough for a thumb; by keyboard the list of steps says the same. -->
{#each drawing.ends as e (`${e.end.cable} ${e.end.color}`)}
	{@const key = keyOfEnd(e.y)}
	{#if key}
		<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
		<rect class="hit" x="0" y={e.y - row / 2} width={leftX + 30} height={row} onclick={() => onlight(key)} />
	{/if}
{/each}

<style>
	.head {
		font-weight: 600;
	}
	.edge {
		fill: none;
		stroke: var(--ink);
		stroke-width: 1.3;
	}
	.under,
	.over {
		fill: none;
		stroke-linecap: round;
	}
	.under {
		stroke: var(--soft);
		stroke-width: 5.4;
	}
	.over {
		stroke-width: 3.2;
	}
	.tape {
		fill: #1b1a17;
		stroke: var(--sheet);
		stroke-width: 0.8;
	}
	.cap,
	.number {
		fill: var(--sheet);
		stroke: var(--ink);
		stroke-width: 1.4;
	}
	.screw {
		stroke: var(--ink);
	}
	.dim {
		opacity: 0.18;
	}
	.hit {
		fill: transparent;
		cursor: pointer;
	}
</style>
