import { Document, Page, renderToBuffer, View } from "@react-pdf/renderer";
import { LABEL_FIRST } from "@/core/cautions";
import { formatDay } from "@/core/dates";
import { conditionOf, inputInWords, settingsOf, whyInWords, windowInWords } from "@/core/plan/job-words";
import { SHEET_NAMES, SHEETS } from "@/core/sheet-ids";
import { joined, type Words } from "@/core/units/words";
import type { IssuedPlan } from "@/core/views/issued-plan";
import { LayoutPicture } from "./layout-picture";
import { plain, registerFonts, styles, Text } from "./pdf-parts";
import { SeasonPicture } from "./season-picture";
import { type DocumentSource, wordsOf } from "./source";

/** The package of practices as a booklet: figures with their working, operations with dates and cautions, by sheet. */
export async function bookletPdf(source: DocumentSource): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(<Booklet {...source} />);
}

function Booklet(source: DocumentSource) {
  const { issued, season, number, issuedAt } = source;
  const { field, operations } = issued;
  const words = wordsOf(source);
  const ageYears = (issued.soilTestAgeDays ?? 0) / 365.25;
  const face =
    issued.soilTestAgeDays === null
      ? "No soil test stands behind this plan."
      : ageYears > 4
        ? `The soil test behind this plan is ${ageYears.toFixed(1)} years old.`
        : null;
  return (
    <Document title={`${field.name} ${season}`} author={issued.issuedBy.name} creator="Wheatonomy" language="en">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>{field.name}</Text>
        <Text style={{ fontSize: 12, marginBottom: 3 }}>
          {issued.crop.kindName}
          {issued.variety ? `, ${issued.variety}` : ""}, season {season}
        </Text>
        <Text style={styles.soft}>
          {[...new Set([field.farm, issued.grower.name])].join(", ")}. {words.quantity(field.areaHa, "area")}. Target{" "}
          {words.quantity(issued.targetTPerHa, "yield")}. {issued.crop.methodName}.
        </Text>
        <Text style={styles.soft}>
          Version {number}, issued {formatDay(issuedAt, true)} by {issued.issuedBy.name}
          {issued.issuedBy.licenceNo ? `, licence ${issued.issuedBy.licenceNo}` : ""}, {issued.practice.name}.
        </Text>
        {face && <Text style={[styles.caution, styles.bold]}>{face}</Text>}
        {issued.advice.filter((a) => a.severity === "advise").length > 0 && (
          <View>
            <Text style={styles.heading}>Points to watch</Text>
            {issued.advice
              .filter((a) => a.severity === "advise")
              .map((a) => (
                <Text key={a.title} style={{ marginBottom: 2 }}>
                  <Text style={styles.bold}>{plain(a.title)}</Text> {plain(a.why)}
                </Text>
              ))}
          </View>
        )}
        <Text style={styles.heading}>The season at a glance</Text>
        <SeasonPicture operations={operations} />
        <Text style={styles.soft}>
          A dot is the planned day, filled once it is done; the line is the time within which it can be done.
        </Text>
        {issued.layout && <LayoutPicture layout={issued.layout} words={words} />}
        <Text style={styles.heading}>The season in order</Text>
        <View style={styles.headRow}>
          <Text style={{ width: "16%" }}>Date</Text>
          <Text style={{ width: "20%" }}>Window</Text>
          <Text style={{ width: "64%" }}>What</Text>
        </View>
        {operations.map((o) => (
          <View key={o.id} style={styles.row} wrap={false}>
            <Text style={{ width: "16%" }}>
              {o.doneOn ? `done ${formatDay(o.doneOn)}` : o.date ? formatDay(o.date, true) : ""}
            </Text>
            <Text style={[styles.soft, { width: "20%" }]}>{o.doneOn ? "" : windowInWords(o, issuedAt)}</Text>
            <Text style={{ width: "64%" }}>
              <Text style={styles.bold}>{plain(o.name)}. </Text>
              {plain(jobInBooklet(o, words))}
            </Text>
          </View>
        ))}
        {issued.chapters.map((chapter) => (
          <Chapter key={chapter.sheet} chapter={chapter} issued={issued} words={words} />
        ))}
        <View wrap={false}>
          <Text style={styles.heading}>Cautions</Text>
          {issued.cautions.map((c) => (
            <Text key={c.topic} style={styles.caution}>
              <Text style={styles.bold}>{c.topic}. </Text>
              {plain(c.text)}
            </Text>
          ))}
          <Text style={[styles.soft, { marginTop: 4 }]}>Calculated plan. {LABEL_FIRST}</Text>
        </View>
        <Text style={styles.heading}>Sources</Text>
        {issued.sources.map((s) => (
          <Text key={s} style={styles.soft}>
            {plain(s)}
          </Text>
        ))}
        <View style={styles.foot} fixed>
          <Text>
            {field.name} {season}, version {number}
          </Text>
          <Text render={({ pageNumber, totalPages }) => `${pageNumber} of ${totalPages}`} />
        </View>
      </Page>
    </Document>
  );
}

/** What a job waits for, what goes out and what is set, in one line. */
const jobInBooklet = (o: IssuedPlan["operations"][number], words: Words): string =>
  [conditionOf(o), ...o.inputs.map((i) => `${inputInWords(i, words)}.`), settingsOf(o, words)]
    .filter(Boolean)
    .join(" ");

/** On what a figure rests, in a line: its formula with what went in, a source, or who set it. */
function workingInWords(f: IssuedPlan["figures"][string], words: Words): string {
  const amount = (value: number | string, unit: typeof f.unit = "") =>
    typeof value === "number" ? joined(words.measure(value, unit)) : value;
  if (f.override)
    return `set by hand${f.override.reason ? ` (${f.override.reason})` : ""}; calculated ${amount(f.override.computed, f.unit)}`;
  if (f.formula) return `${f.formula}: ${f.inputs.map((i) => `${i.label} ${amount(i.value, i.unit)}`).join("; ")}`;
  return "text" in f.basis ? f.basis.text : "";
}

function Chapter({
  chapter,
  issued,
  words,
}: {
  chapter: IssuedPlan["chapters"][number];
  issued: IssuedPlan;
  words: Words;
}) {
  const operations = issued.operations.filter((o) => o.sheet === chapter.sheet);
  const figures = chapter.figures.flatMap((id) => issued.figures[id] ?? []);
  const [first, ...others] = [
    ...chapter.text.map((text) => <Text key={text}>{plain(text)}</Text>),
    ...figures.map((f) => (
      <View key={f.label} style={styles.row} wrap={false}>
        <Text style={{ width: "30%" }}>{plain(f.label)}</Text>
        <Text style={[styles.bold, { width: "20%", textAlign: "right", paddingRight: 10 }]}>
          {plain(joined(words.measure(f.value, f.unit)))}
        </Text>
        <Text style={[styles.soft, { width: "50%", fontSize: 7.5 }]}>{plain(workingInWords(f, words))}</Text>
      </View>
    )),
    ...operations.map((o) => (
      <View key={o.id} style={{ marginTop: 4 }} wrap={false}>
        <Text>
          <Text style={styles.bold}>
            {o.doneOn ? `done ${formatDay(o.doneOn)}` : o.date ? formatDay(o.date, true) : ""}{" "}
          </Text>
          <Text style={styles.bold}>{plain(o.name)}. </Text>
          {plain([jobInBooklet(o, words), o.detail].filter(Boolean).join(" "))}{" "}
          <Text style={styles.soft}>{plain(whyInWords(o))}</Text>
          {o.byDaysAndStage ? <Text style={styles.soft}> Planned by days and stage.</Text> : null}
        </Text>
        {o.cautions.map((c) => (
          <Text key={c.topic} style={[styles.caution, { fontSize: 8 }]}>
            {plain(c.text)}
          </Text>
        ))}
      </View>
    )),
  ];
  return (
    <View>
      {/* a heading never stands alone at the foot of a page: it goes with what it heads */}
      <View wrap={false}>
        <Text style={styles.heading}>{`${SHEETS.indexOf(chapter.sheet) + 1} ${SHEET_NAMES[chapter.sheet]}`}</Text>
        {first}
      </View>
      {others}
    </View>
  );
}
