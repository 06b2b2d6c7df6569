/** What every answer carries: pages, the API, workers and files. Pages have a policy of their own, with a nonce for their one script. */

/** @type {Record<string, string[]>} */
export const POLICY = {
	'default-src': ['self'],
	'script-src': ['self'],
	// Places on drawings are style attributes.
	'style-src': ['self', 'unsafe-inline'],
	'img-src': ['self', 'data:', 'blob:'],
	'font-src': ['self'],
	'connect-src': ['self'],
	'worker-src': ['self'],
	'manifest-src': ['self'],
	'object-src': ['none'],
	'base-uri': ['none'],
	'form-action': ['self'],
	'frame-ancestors': ['none']
};
const WORDS = new Set(['self', 'none', 'unsafe-inline']);
const policy = Object.entries(POLICY)
	.map(([name, sources]) => `${name} ${sources.map((s) => (WORDS.has(s) ? `'${s}'` : s)).join(' ')}`)
	.join('; ');

const FEATURES = [
	'accelerometer',
	'bluetooth',
	'geolocation',
	'gyroscope',
	'hid',
	'magnetometer',
	'microphone',
	'midi',
	'payment',
	'usb'
];
/** @type {Record<string, string>} */
export const HEADERS = {
	'content-security-policy': policy,
	'x-content-type-options': 'nosniff',
	'referrer-policy': 'no-referrer',
	// An instrument's port and the camera, for this page alone; nothing else.
	'permissions-policy': ['camera=(self)', 'serial=(self)', ...FEATURES.map((f) => `${f}=()`)].join(', '),
	'cross-origin-opener-policy': 'same-origin'
};
/** Only where the connection is behind TLS: over plain HTTP it means nothing. */
export const HSTS = 'max-age=31536000';
