import { Document, Page, renderToBuffer, View } from "@react-pdf/renderer";
import { formatDay } from "@/core/dates";
import { fieldMeasures } from "@/core/feed/field-measures";
import type { OperationInput } from "@/core/plan/operation";
import { formatNumber, formatQuantity } from "@/core/units/format-quantity";
import type { Dimension, UnitContext, UnitSet } from "@/core/units/units";
import { LayoutPicture, layoutInWords } from "./layout-picture";
import { plain, registerFonts, styles, Text } from "./pdf-parts";
import { SeasonPicture } from "./season-picture";
import type { DocumentSource } from "./source";

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
 * The grower's card: one page in plain words and field measures, what to do when, with the cautions, and the pictures of season and layout
 * where there is room for them.
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

function Card({
  issued,
  season,
  number,
  issuedAt,
  unitSet: practiceUnits,
  decimal,
  pictures,
  smaller,
}: DocumentSource & (typeof TRIES)[number]) {
  const { field, operations } = issued;
  const units = { unitSet: (issued.grower.unitSet as UnitSet | null) ?? practiceUnits, decimal };
  const area = formatQuantity(field.areaHa, "area", units);
  // the card holds what someone does with hands or machines; looks and checks go with their stage in one line
  const work = operations.filter((o) => !o.doneOn && o.role !== "look");
  const looks = operations.filter((o) => !o.doneOn && o.role === "look");
  const cautions = [...new Map(operations.flatMap((o) => o.cautions).map((c) => [c.topic, c.text])).values()];
  return (
    <Document title={`Card ${field.name} ${season}`} creator="Wheatonomy">
      <Page size="A4" style={[styles.page, { fontSize: (work.length > 18 ? 8 : 9) - smaller, padding: "11mm 12mm" }]}>
        <View style={{ flexDirection: "row", justifyContent: "space-between" }}>
          <Text style={styles.title}>{field.name}</Text>
          <Text style={{ fontSize: 11, textAlign: "right" }}>
            {issued.crop.kindName}
            {issued.variety ? `, ${issued.variety}` : ""}
            {"\n"}
            {area.ok ? area.value.text : ""}, aim {show(issued.targetTPerHa, "yield", units)}
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
              {o.inputs.map((i) => inWords(i, issued.rowSpacingCm, units)).join(" ")}
              {o.role === "plant" && issued.layout?.plants && issued.layout.pegsM.length > 0
                ? ` ${layoutInWords(issued.layout).slice(0, -1).join(" ")}`
                : ""}
              {o.latest && o.latest !== o.date ? ` By ${formatDay(o.latest)} at the latest.` : ""}
            </Text>
          </View>
        ))}
        {pictures.includes("layout") && issued.layout && (
          <LayoutPicture layout={issued.layout} high={LAYOUT_HIGH} words={false} />
        )}
        {looks.length > 0 && (
          <View>
            <Text style={styles.heading}>Walk and look</Text>
            <Text>
              {plain(looks.map((o) => `${o.date ? formatDay(o.date) : ""} ${o.name}`).join("; "))}. Call before you
              spray: no spray without a count and the adviser's word.
            </Text>
          </View>
        )}
        <Text style={styles.heading}>Ready to harvest when</Text>
        <Text>{plain(issued.signs.map((s) => `${s.observe}: ${s.readyWhen}`).join("; "))}.</Text>
        <Text style={styles.heading}>Take care</Text>
        {cautions.map((text) => (
          <Text key={text} style={[styles.caution, { fontSize: 7.8 - smaller, marginTop: 2 }]}>
            {plain(text)}
          </Text>
        ))}
        <Text style={[styles.soft, { marginTop: 4, fontSize: 7.5 }]}>
          The label and local rules go first. Questions: {issued.issuedBy.name}.
        </Text>
      </Page>
    </Document>
  );
}

/** An input in field measures: grams a square metre or row metre, kilograms and bags for the field. */
function inWords(input: Omit<OperationInput, "pricePerUnit">, rowSpacingCm: number | null, units: UnitContext): string {
  const name = plain(input.name);
  if (input.unit === "t")
    return `${name}: ${show(input.perHa, "dressing", units)}, ${formatNumber(input.quantity, { decimals: 1 })} t in all.`;
  if (input.unit === "L")
    return `${name}: ${show(input.perHa, "volumePerArea", units)}; ${formatNumber(input.perHa * 10, { decimals: 0 })} mL to 100 square metres; ${formatNumber(input.quantity, { decimals: 2 })} L in all.`;
  if (input.unit !== "kg")
    return `${name}: ${show(input.perHa, "piecesPerArea", units)}; ${formatNumber(input.quantity, { decimals: 0 })} ${input.unit} in all.`;
  const hand = fieldMeasures(input.perHa, input.kind === "seed" ? rowSpacingCm : null, input.bagKg);
  const row =
    hand.gPerRowMetre === null ? "" : `, ${formatNumber(hand.gPerRowMetre, { decimals: 1 })} g to the metre of row`;
  const bags = input.bags && input.bagKg ? `, ${input.bags} bags of ${formatNumber(input.bagKg)} kg` : "";
  return `${name}: ${show(input.perHa, "massPerArea", units)}, ${formatNumber(hand.gPerM2, { decimals: 1 })} g to the square metre${row}; ${formatNumber(input.quantity, input.quantity < 10 ? {} : { decimals: 0 })} kg in all${bags}.`;
}

/** A quantity in the card's units, as printed. */
function show(si: number, dimension: Dimension, units: UnitContext): string {
  const shown = formatQuantity(si, dimension, units);
  return shown.ok ? plain(shown.value.text) : "";
}
