/**
 * A text by its letters and digits alone, as plates, phones, labels and headings are compared: blanks, case and signs do not count.
 * @example lettersAndDigits('QX-114 ') // 'qx114'
 */
export const lettersAndDigits = (text: string): string => text.toLowerCase().replace(/[^a-z0-9]/g, '');
