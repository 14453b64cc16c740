/** A text that begins a sentence. */
export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A key as it is said: `seedsPerDish` is seeds per dish. */
export const keyWords = (key: string): string => key.replace(/([a-z0-9])([A-Z])/g, '$1 $2').toLowerCase();
