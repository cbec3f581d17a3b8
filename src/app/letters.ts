/**
 * The letters the house is written in. Western ones are fetched beside each page: found only by the style sheet they
 * come when all is laid out, and it is laid out twice. Further ones come where somebody's name needs them.
 */
import localFont from "next/font/local";

const sans = localFont({
  src: "../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2",
  weight: "200 800",
  variable: "--western-sans",
  adjustFontFallback: false,
});
const mono = localFont({
  src: "../../node_modules/@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-wght-normal.woff2",
  weight: "200 800",
  variable: "--western-mono",
  adjustFontFallback: false,
});
// The letters of these files, as their package lists them: what neither has is no reason to fetch them. The list stands
// twice: fonts are read from what is written here, before anything runs.
const furtherSans = localFont({
  src: "../../node_modules/@fontsource-variable/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-ext-wght-normal.woff2",
  weight: "200 800",
  variable: "--further-sans",
  adjustFontFallback: false,
  preload: false,
  declarations: [
    {
      prop: "unicode-range",
      value:
        "U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF",
    },
  ],
});
const furtherMono = localFont({
  src: "../../node_modules/@fontsource-variable/atkinson-hyperlegible-mono/files/atkinson-hyperlegible-mono-latin-ext-wght-normal.woff2",
  weight: "200 800",
  variable: "--further-mono",
  adjustFontFallback: false,
  preload: false,
  declarations: [
    {
      prop: "unicode-range",
      value:
        "U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF",
    },
  ],
});

/** Classes that make them known, for the page's root. */
export const LETTERS = [sans, mono, furtherSans, furtherMono].map((font) => font.variable).join(" ");
