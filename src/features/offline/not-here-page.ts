/** The page that stands in for one that a device has not kept: why, and which ones it has. */

const escaped = (text: string) =>
  text
    .replace(/&(?!#?\w+;)/g, "&amp;")
    .replace(/</g, "&lt;")
    .replace(/"/g, "&quot;");

const REASON =
  "There is no network, and the page was not opened here in the last seven days. What you logged is kept and goes out when the network is back.";
const LOCKED =
  "There is no network, and nobody is signed in on this device. What it keeps opens, and is sent, when the one to whom it belongs signs in again. To empty the device: the sign-in page, Empty this device.";

/** `pages` is null where the device keeps them for somebody who is not signed in. */
export const notHerePage = (pages: { href: string; title: string }[] | null): string => `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Not on this device: Wheatonomy</title>
<style>
:root { color-scheme: light dark; }
body { font: 16px/1.5 system-ui, sans-serif; max-width: 40em; margin: 0 auto; padding: 1.5em 1em; }
li { padding: .5em 0; }
a { color: light-dark(#1d4f8a, #9cc4f0); }
</style>
</head>
<body>
<main>
<h1>This page is not on this device</h1>
<p>${pages ? REASON : LOCKED}</p>
${
  pages && pages.length > 0
    ? `<h2>What opens without a network</h2>
<ul>${pages.map(({ href, title }) => `<li><a href="${escaped(href)}">${escaped(title)}</a> <small>${escaped(href)}</small></li>`).join("")}</ul>`
    : ""
}
<p><a href="">Try again</a></p>
</main>
</body>
</html>
`;
