/** Colours of what is drawn: wood, steel and paper look the same by day and by night. */
export const DRAWN = {
  /** Bare wood under its figure. */
  bareWood: '#fbf3e2',
  planedWood: '#dfc08d',
  knot: '#4a2f1a',
  /** What is written and measured on wood, and the halo that sets it off. */
  ink: '#2a1f16',
  halo: '#fffdf8',
  edge: '#6b4f33',
  /** Marks that are drawn and not cut; what is left out; a hole seen through. */
  pencil: '#6b5a48',
  faint: '#9d8f7d',
  opening: '#fff6e6',
  danger: '#b1241b',
  /** Two areas told apart over the figure of wood. */
  areas: ['#00798c', '#8a5200'],
  steel: '#aeb6bb',
  steelLight: '#d5dade',
  steelEdge: '#59626a',
  kerf: '#3a2a1c',
  paper: '#fff',
  paperShadow: 'rgba(40, 25, 10, 0.35)',
  print: '#000',
  /** From what takes least to what takes most. */
  shades: ['#e9cf9f', '#d9b277', '#c59355', '#a97539', '#865727', '#5f3b1b', '#3d2512'],
  /** Soft, medium and hard wood. */
  hardness: { soft: '#ecd3a1', medium: '#bd8550', hard: '#6f4d38' },
} as const;
