import type { Point, Schemas } from '../api/client';
import { plain } from './words';

type Kind = Schemas['ZoneKind'];

const words: Record<Kind, string> = {
  edge: 'edge',
  'facial-incisal-third': 'facial, incisal',
  'facial-middle-third': 'facial, middle',
  'facial-gingival-third': 'facial, gingival',
  'lingual-fossa': 'fossa',
  'lingual-wall': 'lingual wall',
  'functional-cusp': 'functional cusp',
  'functional-cusp-bevel': 'outer bevel',
  'non-functional-cusp': 'other cusp',
  groove: 'groove',
  'mesial-ridge': 'mesial ridge',
  'distal-ridge': 'distal ridge',
  'facial-occlusal-half': 'facial, upper',
  'facial-groove': 'facial groove',
  'facial-gingival-half': 'facial, lower',
  lingual: 'lingual',
  mesial: 'mesial',
  distal: 'distal',
  'mesial-box-floor': 'mesial box floor',
  'distal-box-floor': 'distal box floor',
  'mesial-box-wall': 'mesial box wall',
  'distal-box-wall': 'distal box wall',
};

/** A zone in two words, for labels. */
export function shortWords(kind: Kind): string {
  return words[kind];
}

/** The same for the narrow thread, where the cusp's name follows. */
export function threadWords(kind: Kind): string {
  return kind === 'functional-cusp' ? 'functional' : kind === 'functional-cusp-bevel' ? 'bevel' : words[kind];
}

/** Which cusp a zone's name ends in, such as "mesiofacial". */
export function cuspOf(zone: string, kind: Kind): string {
  return zone === kind ? '' : zone.slice(kind.length + 1);
}

/** A place that is no zone: "Margin, mesial", "Contact, distal", "Edges". */
export function pointWords({ kind, where }: Point): string {
  return kind === 'edge' ? 'Edges' : `${kind === 'margin' ? 'Margin' : 'Contact'}, ${plain(where)}`;
}
