/** The longest standoffs that are usual, mm. Common practice, no source. */
export const LONGEST_STANDOFF = 50;
/** Standoffs of so many mm are sold with threads M3 and M4; what is left is washers. Common practice, no source. */
export const STANDOFF_LENGTHS = [3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 14, 15, 16, 18, 20, 22, 25, 28, 30, 35, 40, 45, 50];
