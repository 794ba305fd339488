/** What the printed documents share: fonts that ship with the application, styles that read well in black and white. */

import { readFileSync } from "node:fs";
import path from "node:path";
import { inflateSync } from "node:zlib";
import { Font, Text as PdfText, StyleSheet, type TextProps } from "@react-pdf/renderer";
import fontEditor from "fonteditor-core";
import type { PropsWithChildren, ReactNode } from "react";

let registered = false;

/** Registers the fonts from the installed packages, once. */
export function registerFonts(): void {
  if (registered) return;
  registered = true;
  const folder = path.join(process.cwd(), "node_modules/@fontsource");
  // packed fonts are unpacked once: a writer of PDF would unpack each table again for every letter
  const file = (family: string, weight: number) => {
    const packed = readFileSync(path.join(folder, family, "files", `${family}-latin-${weight}-normal.woff`));
    const ttf = fontEditor.woff2ttf(new Uint8Array(packed).buffer, {
      inflate: (bytes: number[]) => [...inflateSync(Buffer.from(bytes))],
    });
    return `data:font/ttf;base64,${Buffer.from(ttf).toString("base64")}`;
  };
  Font.register({ family: "Title", fonts: [{ src: file("bitter", 700), fontWeight: 700 }] });
  Font.register({
    family: "Text",
    fonts: [
      { src: file("commissioner", 400), fontWeight: 400 },
      { src: file("commissioner", 600), fontWeight: 600 },
    ],
  });
  Font.registerHyphenationCallback((word) => [word]);
}

export const styles = StyleSheet.create({
  page: { padding: "16mm 15mm 18mm 18mm", fontFamily: "Text", fontSize: 9, lineHeight: 1.35, color: "#111" },
  title: { fontFamily: "Title", fontWeight: 700, fontSize: 20, lineHeight: 1.15, marginBottom: 3 },
  heading: {
    fontFamily: "Title",
    fontWeight: 700,
    fontSize: 12,
    marginTop: 11,
    marginBottom: 3,
    borderBottom: "1pt solid #111",
    paddingBottom: 2,
  },
  soft: { color: "#444" },
  bold: { fontWeight: 600 },
  row: { flexDirection: "row", borderBottom: "0.5pt solid #999", paddingVertical: 2 },
  headRow: { flexDirection: "row", borderBottom: "1pt solid #111", paddingVertical: 2, fontWeight: 600 },
  caution: { borderLeft: "2.5pt solid #111", paddingLeft: 6, marginTop: 3 },
  foot: {
    position: "absolute",
    bottom: "8mm",
    left: "18mm",
    right: "15mm",
    fontSize: 7.5,
    color: "#444",
    flexDirection: "row",
    justifyContent: "space-between",
  },
});

/** Text on paper: whatever is written, in characters that the printed fonts have. Another one prints as some letter of its number. */
export function Text({ children, ...props }: PropsWithChildren<TextProps>) {
  return <PdfText {...props}>{printed(children)}</PdfText>;
}

const printed = (node: ReactNode): ReactNode =>
  typeof node === "string" ? plain(node) : Array.isArray(node) ? node.map(printed) : node;

/** Subscripts, narrow spaces and the true minus are not in the printed fonts' latin files. */
export function plain(text: string): string {
  return text
    .replace(/[₀-₉]/g, (d) => String("₀₁₂₃₄₅₆₇₈₉".indexOf(d)))
    .replaceAll("−", "-")
    .replaceAll("\u202f", " ")
    .replaceAll("²", "2")
    .replaceAll("³", "3");
}
