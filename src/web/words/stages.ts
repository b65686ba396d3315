import type { Schemas } from '../api/client';

export const stages: Record<Schemas['UnitStage'], string> = {
  planned: 'planned',
  'being-cut': 'being cut',
  finished: 'finished',
};
