/** Panels are drawn and roughed as one common size; the enclosure fits between studs at 16 in. Common practice, no source. */
export const panelSize = { width: 14.25, height: 30, bottom: 42 } as const;
