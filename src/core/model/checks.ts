/** Under what id it is kept that the labels of a box were said to be on. */
export const labelsId = (boxId: string): string => `labels:${boxId}`;
