/** The US liquid gallon, litres, exact (NIST Handbook 44, Appendix C). */
const L_PER_US_GAL = 3.785411784;

export const litresFromUsGallons = (gal: number): number => gal * L_PER_US_GAL;
export const usGallonsFromLitres = (litres: number): number => litres / L_PER_US_GAL;
