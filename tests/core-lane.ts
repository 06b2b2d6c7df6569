export {};

/** Test files of core in one process: to load core takes each of them longer than most of its tests. */
for (const file of (process.env.LANE ?? '').split(' ').filter(Boolean)) await import(`../${file}`);
