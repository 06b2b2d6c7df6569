/** Heights at which a proposal puts what no rule gives a height, in: the trade's practice, changed by hand where it does not suit. */
export const USUAL_HEIGHT_IN = { switch: 48, ceiling: 96, serviceReceptacle: 24, outdoors: 24, garage: 48 } as const;
/** A light outdoors so near to a door lights its entrance, in. */
export const LIGHTS_ENTRANCE_WITHIN_IN = 120;
