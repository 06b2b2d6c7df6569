<script lang="ts">
	interface Props {
		/** Height, px. */
		size?: number;
	}
	let { size = 20 }: Props = $props();
</script>

<!-- A piece of a run: the breaker, its cable, the first box. -->
<svg width={size * 1.3} height={size} viewBox="0 0 26 20" aria-hidden="true">
	<g fill="none" stroke-width="2.2">
		<path d="M9 6.5h9" stroke="var(--ink)" />
		<path d="M9 10h9" stroke="var(--soft)" stroke-width="1.6" />
		<path d="M9 13.5h9" stroke="var(--wire-ground)" />
		<rect x="1.5" y="2" width="8" height="16" rx="1" fill="var(--copper)" stroke="var(--copper)" />
		<rect x="17.5" y="4" width="7" height="12" rx="1" stroke="var(--ink)" />
	</g>
	<path d="M3.5 7.2h4" stroke="var(--on-copper)" stroke-width="2.2" />
</svg>
