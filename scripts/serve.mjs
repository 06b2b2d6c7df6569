/** The built application, as `node build` serves it. */
await import('../build/index.js');
