/** Whether the slip stays open with nothing picked: kept in this browser. */
class SlipPin {
	on = $state(localStorage.getItem('slipPinned') === 'yes');
	turn(): void {
		this.on = !this.on;
		localStorage.setItem('slipPinned', this.on ? 'yes' : 'no');
	}
}
export const slipPin = new SlipPin();
