<script lang="ts">
	import type { Box } from '$core/model/job';
	import PlaceGate from '../stages/trim/PlaceGate.svelte';

	interface Props {
		box: Box;
	}
	let { box }: Props = $props();
</script>

<PlaceGate placeId={box.id} />
