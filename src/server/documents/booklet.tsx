import { Document, Page, renderToBuffer, Text, View } from "@react-pdf/renderer";
import { formatDay } from "@/core/dates";
import { SHEETS, type SheetId } from "@/core/guides/sheets";
import { formatNumber } from "@/core/units/format-quantity";
import type { DocumentSource } from "./index";
import { plain, registerFonts, styles } from "./pdf-parts";

const NAMES: Record<SheetId, string> = {
  ground: "1 Ground",
  soil: "2 Soil",
  seed: "3 Seed",
  feed: "4 Feed",
  water: "5 Water",
  protect: "6 Protect",
  harvest: "7 Harvest",
  keep: "8 Keep",
  money: "9 Money",
};
/** Figures that each chapter prints, where the plan has them. */
const FIGURES: Record<SheetId, string[]> = {
  ground: [],
  soil: ["soil.targetPh", "soil.lime", "soil.limeCost"],
  seed: [
    "seed.targetPlants",
    "seed.tgw",
    "seed.germination",
    "seed.emergence",
    "seed.seedsPerM2",
    "seed.unitMass",
    "seed.rowSpacing",
    "seed.inRowSpacing",
    "seed.units",
    "seed.depth",
    "seed.rate",
    "seed.nurseryArea",
    "seed.order",
    "seed.gPerCoulter",
    "seed.gInAll",
  ],
  feed: [
    "feed.n",
    "feed.p2o5",
    "feed.k2o",
    "feed.s",
    "feed.supplied.n",
    "feed.supplied.p2o5",
    "feed.supplied.k2o",
    "feed.cost",
  ],
  water: [],
  protect: [],
  harvest: [],
  keep: [],
  money: ["money.cost", "money.output", "money.margin", "money.breakEvenYield", "money.breakEvenPrice"],
};

/** The package of practices as a booklet: figures with their working, operations with dates and cautions, by sheet. */
export async function bookletPdf(source: DocumentSource): Promise<Buffer> {
  registerFonts();
  return renderToBuffer(<Booklet {...source} />);
}

function Booklet(source: DocumentSource) {
  const { snapshot, season, number, issuedAt } = source;
  const { plan, field } = snapshot;
  const ageYears = (plan.soil.testAgeDays ?? 0) / 365.25;
  const face =
    snapshot.soilTest === null
      ? "No soil test stands behind this plan."
      : ageYears > 4
        ? `The soil test behind this plan is ${ageYears.toFixed(1)} years old.`
        : null;
  return (
    <Document title={`${field.name} ${season}`} author={snapshot.issuedBy} creator="Wheatonomy">
      <Page size="A4" style={styles.page}>
        <Text style={styles.title}>{field.name}</Text>
        <Text style={{ fontSize: 12, marginBottom: 3 }}>
          {snapshot.kindName}
          {plan.seed.variety ? `, ${plan.seed.variety}` : ""}, season {season}
        </Text>
        <Text style={styles.soft}>
          {field.farm}, {snapshot.grower}. {formatNumber(field.areaHa)} ha. Target {formatNumber(plan.targetTPerHa)}{" "}
          t/ha. {snapshot.methodName}.
        </Text>
        <Text style={styles.soft}>
          Version {number}, issued {formatDay(issuedAt, true)} by {snapshot.issuedBy}
          {snapshot.licenceNo ? `, licence ${snapshot.licenceNo}` : ""}, {snapshot.practice}.
        </Text>
        {face && <Text style={[styles.caution, styles.bold]}>{face}</Text>}
        {snapshot.advice.filter((a) => a.severity === "advise").length > 0 && (
          <View>
            <Text style={styles.heading}>To bear in mind</Text>
            {snapshot.advice
              .filter((a) => a.severity === "advise")
              .map((a) => (
                <Text key={a.title} style={{ marginBottom: 2 }}>
                  <Text style={styles.bold}>{plain(a.title)}</Text> {plain(a.why)}
                </Text>
              ))}
          </View>
        )}
        <Text style={styles.heading}>The season in order</Text>
        <View style={styles.headRow}>
          <Text style={{ width: "16%" }}>Date</Text>
          <Text style={{ width: "20%" }}>Window</Text>
          <Text style={{ width: "64%" }}>What</Text>
        </View>
        {plan.operations.map((o) => (
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
                ? `: ${o.inputs.map((i) => `${plain(i.name)} ${formatNumber(i.perHa)} ${i.unit}/ha`).join(", ")}`
                : ""}
            </Text>
          </View>
        ))}
        {SHEETS.map((sheet) => (
          <Chapter key={sheet} sheet={sheet} source={source} />
        ))}
        <View wrap={false}>
          <Text style={styles.heading}>Cautions</Text>
          {snapshot.cautions.map((c) => (
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
        {snapshot.sources.map((s) => (
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

function Chapter({ sheet, source }: { sheet: SheetId; source: DocumentSource }) {
  const { plan, currency } = source.snapshot;
  const operations = plan.operations.filter((o) => o.sheet === sheet);
  const figures = FIGURES[sheet].flatMap((id) => (plan.figures[id] ? [plan.figures[id]] : []));
  if (operations.length === 0 && figures.length === 0 && sheet !== "ground") return null;
  return (
    <View>
      <Text style={styles.heading} minPresenceAhead={60}>
        {NAMES[sheet]}
      </Text>
      {sheet === "ground" && (
        <Text>
          {plan.ground.chosen.name}: {formatNumber(plan.ground.chosen.fuelLPerHa)} L/ha diesel,{" "}
          {formatNumber(plan.ground.chosen.hoursPerHa)} h/ha,{" "}
          {formatNumber(plan.ground.chosen.costPerHa / 100, { decimals: 0 })} {currency}/ha, residue cover after sowing{" "}
          {formatNumber(plan.ground.chosen.coverPct, { decimals: 0 })} %. Beside it,{" "}
          {plan.ground.compared.name.toLowerCase()}: {formatNumber(plan.ground.compared.fuelLPerHa)} L/ha,{" "}
          {formatNumber(plan.ground.compared.costPerHa / 100, { decimals: 0 })} {currency}/ha,{" "}
          {formatNumber(plan.ground.compared.coverPct, { decimals: 0 })} % cover.
        </Text>
      )}
      {figures.map((f) => (
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
      ))}
      {sheet === "money" &&
        SHEETS.filter((s) => (plan.money.costBySheet[s] ?? 0) > 0).map((s) => (
          <View key={s} style={styles.row}>
            <Text style={{ width: "30%" }}>Cost, {NAMES[s].slice(2).toLowerCase()}</Text>
            <Text style={[styles.bold, { width: "20%", textAlign: "right", paddingRight: 10 }]}>
              {formatNumber((plan.money.costBySheet[s] ?? 0) / 100, { decimals: 0 })} {currency}/ha
            </Text>
          </View>
        ))}
      {operations.map((o) => (
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
      ))}
    </View>
  );
}
