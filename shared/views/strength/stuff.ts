/** How the plant was prepared, as far as it sets a curve apart. */
export type Stuff = 'asUsual' | 'whole' | 'ground' | 'spent' | 'aged'
