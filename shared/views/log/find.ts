/** One thing found by tag code or name. */
export interface FindHit {
  kind: 'lot' | 'jar' | 'piece' | 'bath' | 'pot' | 'swatch' | 'source' | 'patch'
  id: string
  label: string
  more: string
}
