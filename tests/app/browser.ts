import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { after, before } from 'node:test';
import { join } from 'node:path';
import { Builder, By, error, logging, until, type WebDriver, type WebElement } from 'selenium-webdriver';
import { Options, ServiceBuilder, type Driver } from 'selenium-webdriver/chrome';

/** The built application on a port of its own, and Chromium to drive it. */
export interface Server {
	url: string;
	stop: () => Promise<void>;
}
const root = new URL('../..', import.meta.url).pathname;

/** @param port 0: a free one, asked of the system @param build the folder of the build, from the root */
export async function serve(port = 0, build = 'build'): Promise<Server> {
	if (!existsSync(join(root, build, 'index.js'))) throw new Error('build/index.js is missing: run npm run build first');
	const child: ChildProcess = spawn('node', [build], {
		cwd: root,
		env: { ...process.env, PORT: String(port) },
		stdio: ['ignore', 'pipe', 'inherit']
	});
	const url = await new Promise<string>((resolve, reject) => {
		let said = '';
		child.stdout?.on('data', (data: Buffer) => {
			said += data.toString();
			const found = /Hekto is at (http:\S+)\//.exec(said);
			if (found?.[1]) resolve(found[1]);
		});
		child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)));
	});
	const stop = () =>
		new Promise<void>((resolve) => {
			if (child.exitCode !== null || child.signalCode !== null) return resolve();
			child.removeAllListeners('exit');
			child.once('exit', () => resolve());
			child.kill('SIGKILL');
		});
	return { url, stop };
}

export interface Size {
	width: number;
	height: number;
	phone?: boolean;
}
/** How long a page is waited for before a test fails: as long as a machine with much else to do may need. */
export const PATIENCE_MS = 40_000;

export const DESK: Size = { width: 1280, height: 800 };
export const PHONE: Size = { width: 390, height: 844, phone: true };

/** Without a window, and without asking anything of the network by itself. */
export const QUIET = [
	'--headless',
	'--no-sandbox',
	'--disable-gpu',
	'--disable-quic',
	'--no-first-run',
	'--disable-background-networking',
	'--disable-component-update',
	'--disable-sync'
];
/** The application runs: what was painted before it is gone. */
const STANDS = 'return !!document.querySelector("#app") && !document.querySelector("#shell")';
/** Presses a link, and waits until the address is another and what it leads to is drawn. */
const FOLLOW = `
	const [path, patience, done] = arguments;
	const was = location.href;
	const link = document.createElement('a');
	link.href = path;
	document.body.append(link);
	link.click();
	link.remove();
	const begun = Date.now();
	const drawn = () => requestAnimationFrame(() => requestAnimationFrame(() => requestAnimationFrame(() => done(true))));
	const look = () => (location.href !== was ? drawn() : Date.now() - begun > patience ? done(false) : setTimeout(look, 10));
	look();`;
/** The first element that a user sees with these words in it: one question to the page, however many there are. */
const SEEN = `
	const [css, words] = arguments;
	const says = (el) => (el.innerText ?? el.textContent ?? '').includes(words);
	const shown = (el) => el.getClientRects().length > 0 && el.checkVisibility({ opacityProperty: true, visibilityProperty: true });
	return [...document.querySelectorAll(css)].find((el) => says(el) && shown(el)) ?? null;`;
/** How often the page is asked again. */
const POLL_MS = 60;
export class Browser {
	private constructor(
		readonly driver: Driver,
		private readonly profile: string,
		private readonly base: string
	) {}

	/**
	 * @param watched its log has each address that is asked for: what a page asks of strangers
	 * @param offline keeps the application for when there is no network: each new profile then fetches all of it once more
	 */
	static async open(base: string, size: Size = DESK, { watched = false, offline = true } = {}): Promise<Browser> {
		const profile = mkdtempSync(join(tmpdir(), 'hekto-chromium-'));
		const options = new Options();
		options.addArguments(...QUIET, '--disable-dev-shm-usage', `--user-data-dir=${profile}`);
		options.setChromeBinaryPath('/usr/bin/chromium');
		const prefs = new logging.Preferences();
		if (watched) prefs.setLevel(logging.Type.PERFORMANCE, logging.Level.ALL);
		prefs.setLevel(logging.Type.BROWSER, logging.Level.ALL);
		options.setLoggingPrefs(prefs);
		const driver = (await new Builder()
			.forBrowser('chrome')
			.setChromeOptions(options)
			.setChromeService(new ServiceBuilder('/usr/bin/chromedriver'))
			.build()) as Driver;
		// A script of a busy machine is waited for as long as a page is.
		await driver.manage().setTimeouts({ script: 3 * PATIENCE_MS });
		if (!offline)
			await driver.sendDevToolsCommand('Page.addScriptToEvaluateOnNewDocument', {
				source: 'if (navigator.serviceWorker) navigator.serviceWorker.register = () => new Promise(() => undefined);'
			});
		const browser = new Browser(driver, profile, base);
		await browser.resize(size);
		return browser;
	}
	/** As one that was never here: nothing stored, nothing slowed, nothing said. */
	async asNew(): Promise<void> {
		await this.driver.get('about:blank');
		await this.driver.sendDevToolsCommand('Storage.clearDataForOrigin', { origin: this.base, storageTypes: 'all' });
		await this.throttle(1);
		await this.resize(DESK);
		await this.complaints();
	}
	/** Exact size: a window's own size is shorter by its frame. */
	async resize({ width, height, phone = false }: Size): Promise<void> {
		await this.driver.sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
			width,
			height,
			deviceScaleFactor: 1,
			mobile: phone
		});
		await this.driver.sendDevToolsCommand('Emulation.setTouchEmulationEnabled', { enabled: phone });
	}
	async close(): Promise<void> {
		await this.driver.quit().catch(() => undefined);
		rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
	}
	/** A page by its address: nothing of the one before is left but what is stored. */
	async go(path: string): Promise<void> {
		await this.kept();
		await this.driver.get(this.base + path);
	}
	/** To a page as a link leads there; what is open, picked and typed stays as a user's would. */
	async follow(path: string): Promise<void> {
		await this.kept();
		const here = await this.driver.getCurrentUrl();
		if (here === this.base + path || !(await this.run<boolean>(STANDS))) return this.driver.get(this.base + path);
		const there = await this.driver.executeAsyncScript<boolean>(FOLLOW, path, PATIENCE_MS);
		if (!there) throw new Error(`a link to ${path} leads nowhere; the page is still ${here}`);
	}
	/** The page anew, left only when its store has what was done. */
	async reload(): Promise<void> {
		await this.kept();
		await this.run('location.reload()');
	}
	/** A page of a demo house, put back as it was. */
	async fresh(house: string, path: string): Promise<void> {
		await this.follow('/');
		await this.says(house);
		await this.click(`button[aria-label="More for ${house}"]`);
		await this.click('.hekto-menu button', 'Reset demo');
		await this.says(`${house} is as it was.`);
		await this.follow(path);
		await this.find('.frame');
	}
	/** Opens the slip with nothing picked: what is open at the stage. */
	async openSlip(): Promise<void> {
		await this.click('button[title^="What is open here"]');
		await this.find('.slip');
	}
	find(css: string, ms = PATIENCE_MS): Promise<WebElement> {
		return this.driver.wait(until.elementLocated(By.css(css)), ms, `nothing matches ${css}`, POLL_MS);
	}
	/** The first visible element of a kind whose text holds these words. */
	async withText(css: string, words: string, ms = PATIENCE_MS): Promise<WebElement> {
		const seen = () => this.driver.executeScript<WebElement | null>(SEEN, css, words);
		return this.driver.wait(seen, ms, `no ${css} says "${words}"`, POLL_MS) as Promise<WebElement>;
	}
	/** Presses it as a mouse would; where the page moved it in that moment, once more, a few times at most. */
	async click(css: string, words?: string): Promise<void> {
		for (let tried = 1; ; tried++) {
			try {
				const el = words === undefined ? await this.find(css) : await this.withText(css, words);
				// A list that was scrolled comes to rest at a whole row.
				await this.driver.executeAsyncScript(
					'arguments[0].scrollIntoView({ block: "center", inline: "center" }); requestAnimationFrame(() => requestAnimationFrame(() => arguments[1]()))',
					el
				);
				await el.click();
				return;
			} catch (e) {
				const moved = e instanceof error.ElementClickInterceptedError || e instanceof error.StaleElementReferenceError;
				if (!moved || tried === 5) throw e;
				await new Promise((done) => setTimeout(done, 150 * tried));
			}
		}
	}
	/** For drawn things, which a mouse would have to hit to the pixel. */
	async press(css: string): Promise<void> {
		const el = await this.find(css);
		await this.driver.executeScript('arguments[0].dispatchEvent(new MouseEvent("click", { bubbles: true }))', el);
	}
	async focus(css: string): Promise<void> {
		await this.driver.executeScript('arguments[0].focus()', await this.find(css));
	}
	async type(css: string, text: string): Promise<void> {
		const el = await this.find(css);
		await this.driver.executeScript('arguments[0].focus(); arguments[0].select?.()', el);
		await el.sendKeys(text);
	}
	/** Opens a job file from the list of jobs; where its job is here already, beside it. */
	async openBeside(path: string): Promise<void> {
		await (await this.find('input[type=file]')).sendKeys(path);
		await this.find('.merge, .frame');
		if (await this.run<boolean>('return !!document.querySelector(".merge")')) await this.click('.merge button', 'Open beside it');
	}
	/** Slows the page down by so many times, as a phone is slower. */
	async throttle(rate: number): Promise<void> {
		await this.driver.sendDevToolsCommand('Emulation.setCPUThrottlingRate', { rate });
	}
	/** Gives each field of a part of the page its label, for a selector: `[data-label="Name"]`. */
	async label(css: string): Promise<void> {
		await this.find(`${css} label`);
		return this.run(
			'for (const l of document.querySelectorAll(arguments[0] + " label")) l.parentElement.querySelector("select, input")?.setAttribute("data-label", l.textContent)',
			css
		);
	}
	async set(css: string, value: string): Promise<void> {
		await this.driver.executeScript(
			'const e = arguments[0]; e.value = arguments[1]; e.dispatchEvent(new Event("input", { bubbles: true })); e.dispatchEvent(new Event("change", { bubbles: true }))',
			await this.find(css),
			value
		);
	}
	/** Waits until the store has what was done; one that fails keeps nothing, however long one waits. */
	private async kept(): Promise<void> {
		const waits = () => this.run<boolean>('return !!document.querySelector(".frame[data-waiting]:not([data-failed])")');
		await this.driver.wait(async () => !(await waits()), PATIENCE_MS, 'the store has not what was done', POLL_MS);
	}
	/** Waits until the page has drawn what it was last told, its moving parts are at rest and its store has written. */
	async settled(): Promise<void> {
		await this.driver.executeAsyncScript(`
			const done = arguments[0];
			const rest = () => {
				const moving = document.getAnimations().filter((a) => a.playState === 'running' && a.effect?.getComputedTiming().endTime !== Infinity);
				return Promise.all(moving.map((a) => a.finished.catch(() => undefined)));
			};
			requestAnimationFrame(() => requestAnimationFrame(() => rest().then(() => requestAnimationFrame(() => done()))));`);
		await this.kept();
	}
	text(css = 'body'): Promise<string> {
		return this.find(css).then((el) => el.getText());
	}
	/** Waits until the page says it. */
	async says(words: string | RegExp, css = 'body', ms = PATIENCE_MS): Promise<void> {
		let last = '';
		await this.driver
			.wait(
				async () => {
					last = await this.driver.executeScript<string>('return document.querySelector(arguments[0])?.innerText ?? ""', css);
					return typeof words === 'string' ? last.includes(words) : words.test(last);
				},
				ms,
				undefined,
				POLL_MS
			)
			.catch(() => {
				throw new Error(`${css} does not say ${words}; it says: ${last.slice(0, 600)}`);
			});
	}
	/** Waits until the page does not say it any more: what an edit leads to is judged beside the page. */
	async saysNot(words: string | RegExp, css: string): Promise<void> {
		const has = (text: string) => (typeof words === 'string' ? text.includes(words) : words.test(text));
		await this.driver.wait(async () => !has(await this.text(css)), PATIENCE_MS, `${css} still says ${words}`, POLL_MS);
	}
	async run<T>(script: string, ...args: unknown[]): Promise<T> {
		return this.driver.executeScript<T>(script, ...args);
	}
	/** What a button would save, without a download. */
	async saved(press: () => Promise<void>): Promise<string> {
		return (await this.savedBytes(press)).toString('utf8');
	}
	async savedBytes(press: () => Promise<void>): Promise<Buffer> {
		await this.run('window.__blobs = []; URL.createObjectURL = (blob) => (window.__blobs.push(blob), "blob:none")');
		await press();
		await this.driver.wait(
			() => this.run<boolean>('return window.__blobs.length > 0'),
			PATIENCE_MS,
			'nothing was saved',
			POLL_MS
		);
		const url: string = await this.driver.executeAsyncScript(
			'const [done] = arguments; const r = new FileReader(); r.onload = () => done(r.result); r.readAsDataURL(window.__blobs[0])'
		);
		return Buffer.from(url.slice(url.indexOf(',') + 1), 'base64');
	}
	shot(): Promise<string> {
		return (this.driver as WebDriver).takeScreenshot();
	}
	/** Addresses asked for outside the server itself, from the browser's own log. */
	async strangers(): Promise<string[]> {
		const entries = await this.driver.manage().logs().get(logging.Type.PERFORMANCE);
		return entries
			.map((e) => JSON.parse(e.message).message)
			.filter((m) => m.method === 'Network.requestWillBeSent')
			.map((m) => String(m.params.request.url))
			.filter((url) => /^(https?|wss?):/.test(url) && !url.startsWith(this.base));
	}
	/** Faults that the page wrote to its console. */
	async complaints(): Promise<string[]> {
		const entries = await this.driver.manage().logs().get(logging.Type.BROWSER);
		// `saved` keeps a file from being loaded: that is ours, and no fault of the page.
		return entries
			.filter((e) => e.level.value >= logging.Level.SEVERE.value && !e.message.includes('blob:none'))
			.map((e) => e.message);
	}
}

/** The one browser of this process: its files come to it one after the other, each as if it were new. */
let shared: Browser | null = null;
export async function closeShared(): Promise<void> {
	await shared?.close();
	shared = null;
}

/**
 * The application, a browser that has visited it, and a folder for files, for all tests of one file.
 * @param use is handed the browser and the folder once they stand
 */
export function together(use: (b: Browser, folder: string) => void, size: Size = DESK): void {
	let stop = async (): Promise<void> => undefined;
	before(async () => {
		const folder = mkdtempSync(join(tmpdir(), 'hekto-files-'));
		// One server and one browser for all files where the command that runs them has them.
		const url = process.env.HEKTO_URL;
		const server = url ? null : await serve();
		const b = (url ? shared : null) ?? (await Browser.open(server?.url ?? url ?? '', DESK, { offline: false }));
		if (url) shared = b;
		stop = async () => {
			if (server) await b.close();
			await server?.stop();
			rmSync(folder, { recursive: true, force: true });
		};
		await b.asNew();
		await b.resize(size);
		await b.go('/');
		// The first start of a browser on a busy machine takes its time: the demo jobs are put on its disk.
		await b.says('Marrow Street');
		use(b, folder);
	});
	after(() => stop());
}
