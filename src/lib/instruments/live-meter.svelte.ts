import { LineCutter, readLine, type Line } from '$core/instruments/protocol';
import { PortRefused, type SenderPort } from './ports';

/** What stands on the meter now, by kind: a figure, lamps or a word. */
interface LiveValue {
	text: string;
	value: number | null;
	loadA: number | null;
}
type MeterState = 'off' | 'connecting' | 'live' | 'silent' | 'again' | 'refused';
/** No line for so long: the instrument has fallen silent. */
const SILENT_MS = 2500;
const FIRST_WAIT_MS = 500;
const LONGEST_WAIT_MS = 8000;

/**
 * Listens to an instrument: keeps the last of each kind, whatever happens to the line; says when it stutters, sends
 * nonsense or stops; and calls again by itself, each time a little later.
 */
class LiveMeter {
	state = $state<MeterState>('off');
	name = $state('');
	values = $state.raw<ReadonlyMap<string, LiveValue>>(new Map());
	nonsense = $state.raw<{ count: number; last: string }>({ count: 0, last: '' });
	why = $state('');
	/** Rounds that came whole. */
	rounds = $state(0);

	private open: (() => SenderPort) | null = null;
	private port: SenderPort | null = null;
	private round = new Map<string, LiveValue>();
	private quiet: ReturnType<typeof setTimeout> | undefined;
	private retry: ReturnType<typeof setTimeout> | undefined;
	private waitMs = FIRST_WAIT_MS;
	private call = 0;

	/** @param keep what stands on it stays: it is the same instrument at the same place */
	connect(open: () => SenderPort, keep = false): void {
		this.disconnect();
		if (!keep) {
			this.values = new Map();
			this.rounds = 0;
			this.nonsense = { count: 0, last: '' };
		}
		this.open = open;
		this.waitMs = FIRST_WAIT_MS;
		void this.listen();
	}
	disconnect(): void {
		this.call += 1;
		clearTimeout(this.quiet);
		clearTimeout(this.retry);
		this.port?.close();
		this.port = null;
		this.open = null;
		this.state = 'off';
		this.why = '';
	}

	/** Another place: what stands on it was read elsewhere, and may not be taken for this one. */
	forget(): void {
		this.values = new Map();
		this.round = new Map();
	}

	private async listen(): Promise<void> {
		const { open } = this;
		if (!open) return;
		const call = ++this.call;
		this.state = this.rounds ? 'again' : 'connecting';
		const cutter = new LineCutter();
		this.round = new Map();
		try {
			this.port = open();
			this.hush();
			await this.port.run((text) => {
				if (call === this.call) cutter.take(text).forEach((line) => this.take(line));
			});
			if (call === this.call) this.lost('the instrument ended');
		} catch (error) {
			if (call !== this.call) return;
			const words = error instanceof Error ? error.message : String(error);
			if (error instanceof PortRefused) {
				this.disconnect();
				this.state = 'refused';
				this.why = words;
			} else this.lost(words);
		}
	}
	/** Calls again after a while, twice as long each time; what was read stays. */
	private lost(why: string): void {
		clearTimeout(this.quiet);
		this.port?.close();
		this.port = null;
		this.state = 'again';
		this.why = why;
		this.retry = setTimeout(() => void this.listen(), this.waitMs);
		this.waitMs = Math.min(LONGEST_WAIT_MS, this.waitMs * 2);
	}
	private hush(): void {
		clearTimeout(this.quiet);
		this.quiet = setTimeout(() => {
			if (this.state === 'live' || this.state === 'connecting' || this.state === 'again') this.state = 'silent';
		}, SILENT_MS);
	}

	private take(raw: string): void {
		const line = readLine(raw);
		if (!line) return;
		if (line.line === 'nonsense') {
			this.nonsense = { count: this.nonsense.count + 1, last: `"${line.text.slice(0, 40)}": ${line.why}` };
			return;
		}
		this.hush();
		this.state = 'live';
		this.why = '';
		this.waitMs = FIRST_WAIT_MS;
		if (line.line === 'greeting') this.name = line.name;
		else if (line.line === 'end') {
			this.finish();
		} else this.put(line);
	}
	/** A round is shown whole: half of one beside half of another would mislead. */
	private finish(): void {
		this.values = new Map([...this.values, ...this.round]);
		this.round = new Map();
		this.rounds += 1;
	}
	private put(line: Extract<Line, { line: 'reading' }>): void {
		// One that never says END begins again with a kind that it has said.
		if (this.round.has(line.kind)) this.finish();
		if (line.kind === 'lamps') this.round.set('lamps', { text: line.lamps, value: null, loadA: null });
		else if (line.kind === 'bootleg') this.round.set('bootleg', { text: line.word, value: null, loadA: null });
		else this.round.set(line.kind, { text: String(line.value), value: line.value, loadA: line.loadA });
	}
}
/** One for the page: it stays on while boxes are walked. */
export const meter = new LiveMeter();
