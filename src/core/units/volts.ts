/** Nominal volts of a dwelling's service: what loads are rated and figured at, V. @source 220.5(A) */
export const HOT_TO_NEUTRAL_V = 120;
export const HOT_TO_HOT_V = 240;
