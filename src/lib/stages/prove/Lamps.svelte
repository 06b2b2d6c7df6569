<script lang="ts">
	import type { LampPattern } from '$core/instruments/meter';
	interface Props {
		lamps: LampPattern;
		small?: boolean;
	}
	let { lamps, small = false }: Props = $props();
	const NAMES = { hn: 'H-N', hg: 'H-G', ng: 'N-G' } as const;
	const said = $derived(Object.entries(NAMES).map(([k, n]) => `${n} ${lamps[k as keyof LampPattern]}`));
</script>

<span class="lamps" class:small role="img" aria-label={`lamps: ${said.join(', ')}`}>
	{#each Object.entries(NAMES) as [k, name] (k)}
		<span class="lamp"
			><i class={lamps[k as keyof LampPattern]}></i>{#if !small}{name} {lamps[k as keyof LampPattern]}{/if}</span
		>
	{/each}
</span>

<style>
	.lamps {
		display: flex;
		gap: var(--space-12);
		font-weight: 600;
		min-height: 24px;
		align-items: center;
	}
	.lamps.small {
		gap: var(--space-4);
		min-height: 0;
	}
	.lamp {
		display: flex;
		gap: var(--space-6);
		align-items: center;
		white-space: nowrap;
	}
	i {
		width: 18px;
		height: 18px;
		border-radius: 50%;
		border: 2px solid var(--soft);
		flex: none;
	}
	.small i {
		width: 13px;
		height: 13px;
	}
	i.on {
		background: #e0ac45;
		border-color: #b07b12;
	}
	i.dim {
		background: linear-gradient(90deg, #e0ac45 50%, transparent 50%);
		border-color: #b07b12;
	}
</style>
