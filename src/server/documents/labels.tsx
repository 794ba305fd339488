import { Document, Page, renderToBuffer, View } from "@react-pdf/renderer";
import { formatDay } from "@/core/dates";
import { plain, registerFonts, styles, Text } from "./pdf-parts";
import { type DocumentSource, wordsOf } from "./source";

/** Labels on a sheet, two beside each other: both ends of rows or beds, the trays, a bag that is kept. */
const ON_A_SHEET = 10;

interface RowLabel {
  crop: string;
  /** variety or lot */
  stock: string;
  /** field, season, version */
  place: string;
  lines: string[];
}

/** What stands on the labels of a version: one for each lot that is sown or planted, by the operation that does it. */
function rowLabels(source: DocumentSource): RowLabel[] {
  const { issued, season, number } = source;
  const words = wordsOf(source);
  const { rowSpacingCm, layout } = issued;
  const inRow = layout?.inRowSpacingCm ?? null;
  return issued.operations
    .filter((o) => o.role === "nursery" || o.role === "plant")
    .flatMap((o) => {
      const day = o.doneOn ?? o.date;
      const stock = o.inputs.filter((i) => i.kind === "seed");
      const names = stock.length > 0 ? stock.map((i) => i.name) : [issued.variety];
      return names.map(
        (name): RowLabel => ({
          crop: issued.crop.kindName,
          stock: name || issued.crop.kindName,
          place: `${issued.field.name}, ${season}, version ${number}`,
          lines: [
            `${o.name}${day ? `, ${o.doneOn ? "done" : "planned"} ${formatDay(day, true)}` : ""}`,
            ...(o.role === "plant" && rowSpacingCm !== null
              ? [
                  `row spacing ${words.quantity(rowSpacingCm, "length")}${inRow === null ? "" : `, in-row ${words.quantity(inRow, "length")}`}`,
                ]
              : []),
          ],
        }),
      );
    });
}

/** Sheets of labels to cut: one sheet for each lot. */
export async function labelsPdf(source: DocumentSource): Promise<Buffer> {
  registerFonts();
  const labels = rowLabels(source);
  return renderToBuffer(
    <Document title={`Labels ${source.issued.field.name} ${source.season}`} creator="Wheatonomy" language="en">
      {labels.map((label) => (
        <Page
          key={`${label.stock} ${label.lines[0]}`}
          size="A4"
          style={{ padding: "8mm", flexDirection: "row", flexWrap: "wrap", fontFamily: "Text", color: "#111" }}
        >
          {Array.from({ length: ON_A_SHEET }, (_, i) => `${label.stock} ${i}`).map((key) => (
            <View
              key={key}
              wrap={false}
              style={{ width: "50%", height: "55mm", border: "0.5pt dashed #999", padding: "4mm" }}
            >
              <Text style={{ fontFamily: "Title", fontWeight: 700, fontSize: 15, lineHeight: 1.15 }}>
                {plain(label.stock)}
              </Text>
              <Text style={{ fontSize: 11, marginTop: 2 }}>{plain(label.crop)}</Text>
              {label.lines.map((line) => (
                <Text key={line} style={{ fontSize: 10, marginTop: 2 }}>
                  {plain(line)}
                </Text>
              ))}
              <Text style={[styles.soft, { fontSize: 9, marginTop: 4 }]}>{plain(label.place)}</Text>
              <Text style={[styles.soft, { fontSize: 9, marginTop: 4 }]}>
                Row or bed ............ Plot ............
              </Text>
            </View>
          ))}
        </Page>
      ))}
    </Document>,
  );
}
