import type { Schemas } from '../../api/client';

/** What is under way, in words; stages follow each other. */
export const stages: Record<Schemas['InspectionStage'], string> = {
  reading: 'Reading the files',
  aligning: 'Laying the scans onto each other',
  finding: 'Finding what was cut',
  framing: 'Finding how the tooth stands',
  measuring: 'Measuring',
};
