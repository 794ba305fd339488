import { Document, Page, renderToBuffer, View } from "@react-pdf/renderer";
import { formatDay } from "@/core/dates";
import { SHEET_NAMES, SHEETS } from "@/core/sheet-ids";
import type { IssuedPlan } from "@/core/sheets/issued-plan";
import { formatNumber } from "@/core/units/format-quantity";
import { LayoutPicture } from "./layout-picture";
import { plain, registerFonts, styles, Text } from "./pdf-parts";
import { SeasonPicture } from "./season-picture";
import type { DocumentSource } from "./source";

/** The package of practices as a booklet: figures with their working, operations with dates and cautions, by sheet. */
export async function bookletPdf(source: DocumentSource): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(<Booklet {...source} />);
}

function Booklet(source: DocumentSource) {
  const { issued, season, number, issuedAt } = source;
  const { field, operations } = issued;
  const ageYears = (issued.soilTestAgeDays ?? 0) / 365.25;
  const face =
    issued.soilTestAgeDays === null
      ? "No soil test stands behind this plan."
      : ageYears > 4
        ? `The soil test behind this plan is ${ageYears.toFixed(1)} years old.`
        : null;
  return (
    <Document title={`${field.name} ${season}`} author={issued.issuedBy.name} creator="Wheatonomy">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>{field.name}</Text>
        <Text style={{ fontSize: 12, marginBottom: 3 }}>
          {issued.crop.kindName}
          {issued.variety ? `, ${issued.variety}` : ""}, season {season}
        </Text>
        <Text style={styles.soft}>
          {[...new Set([field.farm, issued.grower.name])].join(", ")}. {formatNumber(field.areaHa)} ha. Target{" "}
          {formatNumber(issued.targetTPerHa)} t/ha. {issued.crop.methodName}.
        </Text>
        <Text style={styles.soft}>
          Version {number}, issued {formatDay(issuedAt, true)} by {issued.issuedBy.name}
          {issued.issuedBy.licenceNo ? `, licence ${issued.issuedBy.licenceNo}` : ""}, {issued.practice.name}.
        </Text>
        {face && <Text style={[styles.caution, styles.bold]}>{face}</Text>}
        {issued.advice.filter((a) => a.severity === "advise").length > 0 && (
          <View>
            <Text style={styles.heading}>To bear in mind</Text>
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
        {issued.layout && <LayoutPicture layout={issued.layout} />}
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
            <Text style={[styles.soft, { width: "20%" }]}>
              {o.earliest && o.latest && o.earliest !== o.latest
                ? `${formatDay(o.earliest)} to ${formatDay(o.latest)}`
                : ""}
            </Text>
            <Text style={{ width: "64%" }}>
              {plain(o.name)}
              {o.inputs.length > 0
                ? `: ${o.inputs.map((i) => `${plain(i.name)} ${formatNumber(i.perHa)} ${i.unit === "units" ? "" : i.unit}/ha`).join(", ")}`
                : ""}
            </Text>
          </View>
        ))}
        {issued.chapters.map((chapter) => (
          <Chapter key={chapter.sheet} chapter={chapter} issued={issued} />
        ))}
        <View wrap={false}>
          <Text style={styles.heading}>Cautions</Text>
          {issued.cautions.map((c) => (
            <Text key={c.topic} style={styles.caution}>
              <Text style={styles.bold}>{c.topic}. </Text>
              {plain(c.text)}
            </Text>
          ))}
          <Text style={[styles.soft, { marginTop: 4 }]}>
            This plan was computed. The product label, the local code and a licensed adviser decide.
          </Text>
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

function Chapter({ chapter, issued }: { chapter: IssuedPlan["chapters"][number]; issued: IssuedPlan }) {
  const operations = issued.operations.filter((o) => o.sheet === chapter.sheet);
  const figures = chapter.figures.flatMap((id) => issued.figures[id] ?? []);
  const [first, ...others] = [
    ...chapter.text.map((text) => <Text key={text}>{plain(text)}</Text>),
    ...figures.map((f) => (
      <View key={f.label} style={styles.row} wrap={false}>
        <Text style={{ width: "30%" }}>{plain(f.label)}</Text>
        <Text style={[styles.bold, { width: "20%", textAlign: "right", paddingRight: 10 }]}>
          {formatNumber(f.value)} {plain(f.unit)}
        </Text>
        <Text style={[styles.soft, { width: "50%", fontSize: 7.5 }]}>
          {plain(
            f.override
              ? `set by hand (${f.override.reason}); computed ${formatNumber(f.override.computed)}`
              : f.formula
                ? `${f.formula}: ${f.inputs.map((i) => `${i.label} ${typeof i.value === "number" ? formatNumber(i.value) : i.value}${i.unit ? ` ${i.unit}` : ""}`).join("; ")}`
                : "text" in f.basis
                  ? f.basis.text
                  : "",
          )}
        </Text>
      </View>
    )),
    ...operations.map((o) => (
      <View key={o.id} style={{ marginTop: 4 }} wrap={false}>
        <Text>
          <Text style={styles.bold}>
            {o.doneOn ? `done ${formatDay(o.doneOn)}` : o.date ? formatDay(o.date, true) : ""}{" "}
          </Text>
          {plain(o.name)}. {plain(o.detail)} <Text style={styles.soft}>{plain(o.reason)}.</Text>
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
