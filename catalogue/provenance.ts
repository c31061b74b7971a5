/**
 * Where a fact of the catalogue comes from. A published work is named in its own words;
 * the other two say plainly that there is none.
 */
export type Provenance = 'common practice' | 'from memory' | { published: string }
