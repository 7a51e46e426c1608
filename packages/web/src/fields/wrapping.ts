/**
 * Of a text field with `multiline`: it is as high as its text by the style sheet alone. The kit's own text area measures itself, with a
 * hidden one beside it, which makes the browser lay the whole page out again for each.
 */
export const WRAPPING = {
  input: { inputComponent: 'textarea' },
  htmlInput: { rows: 1, style: { fieldSizing: 'content', resize: 'none' } },
} as const;
