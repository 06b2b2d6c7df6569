import madge from 'madge';

/** No circle of imports in core, those of types included: what two files need of each other stands in a third. */
const graph = await madge('src/core', { fileExtensions: ['ts'], tsConfig: 'tsconfig.json' });
const circles = graph.circular();
for (const circle of circles) console.error(`Circle of imports: ${[...circle, circle[0]].join(' -> ')}`);
if (circles.length) process.exit(1);
