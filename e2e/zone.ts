/**
 * Where it is noon as the run begins. The shop of the tests stands there, and so do its devices: a day that ends in the middle of a test tells of
 * midnight, not of the shop. "Etc/GMT-5" is five hours east. Said once for a run: its workers inherit it.
 */
const east = 12 - new Date().getUTCHours();
export const noonZone = (process.env['CALVIK_DEMO_TIME_ZONE'] ??= `Etc/GMT${east > 0 ? '-' : '+'}${Math.abs(east)}`);
