/** What stands beside the plate. */
export const asides = { finding: 'Finding', zones: 'Zones', path: 'Path', section: 'Section', room: 'Room' } as const;

export type Aside = keyof typeof asides;
