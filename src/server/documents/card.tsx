import { Document, Page, renderToBuffer, View } from "@react-pdf/renderer";
import { LABEL_FIRST } from "@/core/cautions";
import { formatDay } from "@/core/dates";
import {
  byHandInWords,
  conditionOf,
  expectedInWords,
  inputInWords,
  latestInWords,
  settingsOf,
  waitsForWord,
} from "@/core/plan/job-words";
import type { Words } from "@/core/units/words";
import type { IssuedPlan } from "@/core/views/issued-plan";
import { LayoutPicture, layoutInWords } from "./layout-picture";
import { plain, registerFonts, styles, Text } from "./pdf-parts";
import { SeasonPicture } from "./season-picture";
import { type DocumentSource, wordsOf } from "./source";

/** Height of the field on a card [points]: a glance, the booklet has it larger, with its words. */
const LAYOUT_HIGH = 75;
/** Pictures that a card may carry, and how small it is written; the first that fits on one page is taken. */
const TRIES: { pictures: ("season" | "layout")[]; smaller: number }[] = [
  { pictures: ["season", "layout"], smaller: 0 },
  { pictures: ["season", "layout"], smaller: 0.6 },
  { pictures: ["season"], smaller: 0.6 },
  { pictures: [], smaller: 0 },
  { pictures: [], smaller: 0.8 },
  { pictures: [], smaller: 1.6 },
];

/**
 * The grower's card: one page in plain words and field measures, what to do when, what waits for the adviser's word, with the
 * cautions, and the pictures of season and layout where there is room for them. What does not fit on a page goes on on a second:
 * nothing is left out.
 */
export async function cardPdf(source: DocumentSource): Promise<Buffer> {
  registerFonts();
  let card: Buffer | null = null;
  for (const { pictures, smaller } of TRIES) {
    card = await renderToBuffer(<Card {...source} pictures={pictures} smaller={smaller} />);
    if (pagesOf(card) <= 1) return card;
  }
  return card as Buffer;
}

/** Pages of a document: their objects stand in it uncompressed. */
const pagesOf = (pdf: Buffer): number => pdf.toString("latin1").match(/\/Type\s*\/Page\b(?!s)/g)?.length ?? 0;

function Card({ pictures, smaller, ...source }: DocumentSource & (typeof TRIES)[number]) {
  const { issued, season, number, issuedAt } = source;
  const { field, operations } = issued;
  const words = wordsOf(source);
  const open = operations.filter((o) => !o.doneOn);
  // the card holds what someone does with hands or machines; scouting goes with its day in one line
  const work = open.filter((o) => o.role !== "look" && !waitsForWord(o));
  const waiting = open.filter((o) => o.role !== "look" && waitsForWord(o));
  const looks = open.filter((o) => o.role === "look");
  const cautions = [...new Map(operations.flatMap((o) => o.cautions).map((c) => [c.topic, c.text])).values()];
  return (
    <Document title={`Card ${field.name} ${season}`} author={issued.issuedBy.name} creator="Wheatonomy" language="en">
      <Page size="A4" style={[styles.page, { fontSize: (work.length > 18 ? 8 : 9) - smaller, padding: "11mm 12mm" }]}>
        <View style={{ flexDirection: "row", justifyContent: "space-between" }}>
          <Text style={styles.title}>{field.name}</Text>
          <Text style={{ fontSize: 11, textAlign: "right" }}>
            {issued.crop.kindName}
            {issued.variety ? `, ${issued.variety}` : ""}
            {"\n"}
            {words.quantity(field.areaHa, "area")}, target {words.spoken.quantity(issued.targetTPerHa, "yield")}
          </Text>
        </View>
        <Text style={styles.soft}>
          Season {season}, version {number} of {formatDay(issuedAt, true)}, {issued.issuedBy.name},{" "}
          {issued.practice.name}
        </Text>
        {pictures.includes("season") && <SeasonPicture operations={operations} />}
        <Text style={styles.heading}>What to do</Text>
        {work.map((o) => (
          <View key={o.id} style={styles.row} wrap={false}>
            <Text style={[styles.bold, { width: "13%" }]}>{o.date ? formatDay(o.date) : ""}</Text>
            <Text style={{ width: "87%" }}>
              <Text style={styles.bold}>{plain(o.name)}. </Text>
              {plain(jobOnCard(o, issued.rowSpacingCm, words))}
              {o.role === "plant" && issued.layout?.plants && issued.layout.pegsM.length > 0
                ? ` ${layoutInWords(issued.layout, words).slice(0, -1).join(" ")}`
                : ""}
              {` ${latestInWords(o, issuedAt)}`.trimEnd()}
            </Text>
          </View>
        ))}
        {waiting.length > 0 && (
          <View>
            <Text style={styles.heading}>Only when your adviser says so</Text>
            {waiting.map((o) => (
              <View key={o.id} style={styles.row} wrap={false}>
                <Text>
                  <Text style={styles.bold}>
                    {plain(o.name)}. {plain(conditionOf(o))}{" "}
                  </Text>
                  {plain(
                    [jobOnCard({ ...o, condition: null }, issued.rowSpacingCm, words), expectedInWords(o)].join(" "),
                  )}
                </Text>
              </View>
            ))}
          </View>
        )}
        {pictures.includes("layout") && issued.layout && (
          <LayoutPicture layout={issued.layout} words={words} high={LAYOUT_HIGH} said={false} />
        )}
        {looks.length > 0 && (
          <View>
            <Text style={styles.heading}>Scouting</Text>
            <Text>
              {plain(looks.map((o) => `${o.date ? formatDay(o.date) : ""} ${o.name}`).join("; "))}. Send the counts. Do
              not spray before your adviser confirms it.
            </Text>
          </View>
        )}
        <Text style={styles.heading}>Ready to harvest when</Text>
        <Text>{plain(issued.signs.map((s) => `${s.observe}: ${s.readyWhen}`).join("; "))}.</Text>
        <Text style={styles.heading}>Safety</Text>
        <View style={{ flexDirection: "row", gap: 8 }}>
          {inTwo(cautions).map((column) => (
            <View key={column[0]} style={{ width: "50%" }}>
              {column.map((text) => (
                <Text
                  key={text}
                  style={[styles.caution, { fontSize: 7.2 - smaller / 2, lineHeight: 1.25, marginTop: 2 }]}
                >
                  {plain(text)}
                </Text>
              ))}
            </View>
          ))}
        </View>
        <Text style={[styles.soft, { marginTop: 4, fontSize: 7.5 }]}>
          {LABEL_FIRST} Questions: {issued.issuedBy.name}.
        </Text>
      </Page>
    </Document>
  );
}

/** Texts in two columns of about one length, in their order. */
function inTwo(texts: string[]): string[][] {
  const half = texts.join("").length / 2;
  let length = 0;
  const first = texts.filter((text) => {
    const fits = length < half;
    length += text.length;
    return fits;
  });
  return [first, texts.slice(first.length)].filter((column) => column.length > 0);
}

/** A job in one line: what has to hold, what goes out, in measures of machine and hand, and what is set. */
function jobOnCard(o: IssuedPlan["operations"][number], rowSpacingCm: number | null, words: Words): string {
  return [
    conditionOf(o),
    ...o.inputs.map((i) => {
      const byHand = byHandInWords(i, rowSpacingCm, words);
      return `${inputInWords(i, words)}${byHand ? `; by hand ${byHand}` : ""}.`;
    }),
    settingsOf(o, words),
  ]
    .filter(Boolean)
    .join(" ");
}
