/** The accounts of the house have the first numbers: issued, spent and fees. Entries are not indexed by them. */
export const HOUSES = 3;
