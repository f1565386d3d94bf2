/** A text in sentence case: its first letter large, all else as it is. */
export const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
