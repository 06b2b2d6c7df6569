/** Light or dark, kept in the browser; the first look follows the system (app.html). */
class Theme {
	dark = $state(typeof document !== 'undefined' && document.documentElement.classList.contains('dark'));
	turn(): void {
		this.dark = !this.dark;
		document.documentElement.classList.toggle('dark', this.dark);
		localStorage.theme = this.dark ? 'dark' : 'light';
	}
}
export const theme = new Theme();
