/** Changes of a drawing that ask for figures or choices first, by their names. */
export type ChangeName = 'round' | 'bevel' | 'beside' | 'mirror' | 'repeat' | 'move' | 'smooth'
