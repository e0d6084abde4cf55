/** Words as they stand within a sentence. */
export const lowerFirst = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);
