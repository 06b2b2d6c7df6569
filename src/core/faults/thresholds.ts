/** A worn breaker: the share of its rating at which a simulated one opens, and under which one that trips is called worn. */
export const WORN_BREAKER = { opensAtShare: 0.7, calledUnderShare: 0.8 } as const;
