/** Where a tablet keeps the units it reads in, when they are not the house's. */
export const UNITS_COOKIE = "aumbry-units";
