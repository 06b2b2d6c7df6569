<script lang="ts" module>
	export type MarkKind = 'violation' | 'caution' | 'advice' | 'good' | 'right' | 'look' | 'bad' | 'unknown' | 'off';
	/** A state is always a color, a shape and a word. */
	export const MARK_WORDS: Record<MarkKind, string> = {
		violation: 'violation',
		caution: 'caution',
		advice: 'advice',
		good: 'good',
		right: 'reads right',
		look: 'look again',
		bad: 'bad',
		unknown: 'cannot tell',
		off: 'off'
	};
	const SHAPES: Record<MarkKind, { path: string; color: string }> = {
		violation: { path: 'M8 1 15 14H1Z', color: 'var(--stop)' },
		bad: { path: 'M8 1 15 14H1Z', color: 'var(--stop)' },
		caution: { path: 'M8 1 15 8 8 15 1 8Z', color: 'var(--look)' },
		look: { path: 'M8 1 15 8 8 15 1 8Z', color: 'var(--look)' },
		advice: { path: 'M3 7h10v2H3Z', color: 'var(--soft)' },
		good: { path: 'M2 8 6.5 12.5 14 4', color: 'var(--go)' },
		// A ring: as far as a multimeter reaches, and no tick.
		right: { path: 'M8 2.5a5.5 5.5 0 1 0 .01 0Z', color: 'var(--ink)' },
		unknown: { path: 'M3 7h10v2H3Z', color: 'var(--soft)' },
		off: { path: 'M3 3h10v10H3Z', color: 'var(--off)' }
	};
</script>

<script lang="ts">
	interface Props {
		kind: MarkKind;
		/** Show the word too; without, it is only said to a screen reader. */
		word?: boolean;
		size?: number;
		/** In place of its usual word. */
		says?: string | undefined;
	}
	let { kind, word = false, size = 14, says }: Props = $props();
	const outlined = $derived(kind === 'good' || kind === 'right');
	const shape = $derived(SHAPES[kind]);
</script>

<span class="mark" style:color={shape.color}>
	<svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true">
		<path
			d={shape.path}
			fill={outlined ? 'none' : shape.color}
			stroke={outlined ? shape.color : 'none'}
			stroke-width={kind === 'right' ? 2 : 3}
		/>
	</svg>
	<span class={word ? 'word' : 'sr-only'}>{says ?? MARK_WORDS[kind]}</span>
</span>

<style>
	.mark {
		display: inline-flex;
		align-items: center;
		gap: var(--space-4);
	}
	.word {
		font-weight: 600;
	}
</style>
