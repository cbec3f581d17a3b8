/** The theme a tablet chose, as far as this page knows it; its system's where it chose none. */
const schemeOf = (cookies: string): string =>
  /(?:^|; )aumbry-theme=lamp(?:;|$)/.test(cookies)
    ? "dark"
    : /(?:^|; )aumbry-theme=day(?:;|$)/.test(cookies)
      ? "light"
      : "light dark";

const page = (
  nonce: string,
  cookies: string,
  title: string,
  body: string,
  head = "",
): string => `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
${head}<title>${title} · Aumbry</title>
<style nonce="${nonce}">
:root { color-scheme: ${schemeOf(cookies)}; }
body { font: 20px/1.5 system-ui, sans-serif; max-width: 34rem; margin: 12vh auto; padding: 0 1.25rem; }
h1 { font-size: 1.6rem; line-height: 1.2; }
a { display: inline-block; min-height: 56px; line-height: 56px; padding: 0 1.5rem; border: 2px solid; border-radius: 8px;
  font-weight: 700; color: inherit; text-decoration: none; }
</style></head>
<body><main>${body}</main></body></html>`;

/** What a screen says to somebody whose role does not look at it. */
export const notYoursPage = (nonce: string, says: string, cookies = ""): string =>
  page(
    nonce,
    cookies,
    "Not for you",
    `<h1>${says}</h1>
<p>What you may do stands in the bays. If this should be yours, a lead gives you another role.</p>
<p><a href="/">To today</a></p>`,
  );

/** What a screen says while the house's records do not answer; it looks again by itself. */
export const awayPage = (nonce: string, cookies = ""): string =>
  page(
    nonce,
    cookies,
    "The records are away",
    `<h1>The house&rsquo;s records cannot be reached</h1>
<p>Nothing is lost: what was entered is in the ledger, and nothing was half-written. The database may be starting,
stopped, or its disk may be full.</p>
<p>This page looks again every five seconds. If it stays, start the house with ./aumbry serve on the machine it runs on.</p>
<p><a href="">Try again</a></p>`,
    '<meta http-equiv="refresh" content="5">',
  );
