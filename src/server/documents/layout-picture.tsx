import { G, Line, Path, Rect, Svg, View } from "@react-pdf/renderer";
import { outlinePath } from "@/core/sheets/seed/layout";
import type { Words } from "@/core/units/words";
import type { IssuedPlan } from "@/core/views/issued-plan";
import { plain, styles, Text } from "./pdf-parts";

/** Points of paper that the drawing is high at most. */
const HIGH = 150;
const WIDE = 500;
/** More lines than these run into each other on paper: then a line stands for several rows. */
const MOST_LINES = 60;
/** A line for more rows than these says nothing: tramlines and headlands stay. */
const MOST_ROWS_A_LINE = 12;
const FILL = { headland: "#ddd", bed: "#fff", cropped: "#fff", tramline: "#888" };

/** The field to scale in black and white, what its rows and beds come to, and where the pegs go. */
export function LayoutPicture({
  layout,
  words,
  high = HIGH,
  said = true,
}: {
  layout: NonNullable<IssuedPlan["layout"]>;
  words: Words;
  /** points of paper at most */
  high?: number;
  /** its heading, what rows and beds come to, and the pegs */
  said?: boolean;
}) {
  const { lengthM, widthM, pieces, rowSpacingCm, bed, rows, rings } = layout;
  const scale = Math.min(WIDE / lengthM, high / widthM);
  const spacing = (rowSpacingCm ?? 0) / 100;
  const most = Math.round((MOST_LINES * high) / HIGH);
  const strips = rings ? stripLines(pieces, spacing, most) : null;
  const each = strips?.each ?? Math.max(1, Math.ceil((rows ?? 0) / most));
  const lines =
    strips?.lines ??
    (spacing > 0 && each <= MOST_ROWS_A_LINE
      ? pieces.flatMap((p) =>
          p.kind !== "cropped"
            ? []
            : Array.from({ length: Math.floor(p.widthM / spacing / each + 1e-9) }, (_, i) => ({
                y: p.xM + (i + 0.5) * spacing * each,
                from: p.yM,
                to: p.yM + p.lengthM,
              })),
        )
      : []);
  return (
    <View wrap={false}>
      {said && <Text style={styles.heading}>The field to scale</Text>}
      <Svg
        viewBox={`0 0 ${lengthM * scale} ${widthM * scale}`}
        style={{ width: lengthM * scale, height: widthM * scale, marginVertical: 4 }}
      >
        {rings && <Path d={outlinePath(rings, scale)} fill={FILL.headland} stroke="#111" strokeWidth={0.8} />}
        {pieces.map((p) => (
          <Rect
            key={`${p.kind} ${p.xM} ${p.yM}`}
            x={p.yM * scale}
            y={p.xM * scale}
            width={p.lengthM * scale}
            height={p.widthM * scale}
            fill={FILL[p.kind]}
            // a width of 0 is a hair on paper: hundreds of strips were a black field
            {...(p.kind === "bed" ? { stroke: "#111", strokeWidth: 0.4 } : {})}
          />
        ))}
        <G>
          {lines.map((l) => (
            <Line
              key={`${l.y} ${l.from}`}
              x1={l.from * scale}
              x2={l.to * scale}
              y1={l.y * scale}
              y2={l.y * scale}
              stroke="#555"
              strokeWidth={0.3}
            />
          ))}
        </G>
        {!rings && (
          <Rect
            x={0}
            y={0}
            width={lengthM * scale}
            height={widthM * scale}
            fill="none"
            stroke="#111"
            strokeWidth={0.8}
          />
        )}
      </Svg>
      {said && (
        <Text>
          {layoutInWords(layout, words).join(" ")}
          {lines.length > 0 && each > 1 ? ` A line of the drawing is ${each} rows.` : ""}
        </Text>
      )}
      {said && layout.pegsM.length > 0 && (
        <Text style={styles.soft}>
          Pegs across, {rings ? "from the longest side" : "from the corner"} [{words.split(0, "distance").unit}]:{" "}
          {layout.pegsM.map((m) => words.split(m, "distance", 2).number).join(", ")}
          {(bed ? layout.beds > layout.pegsM.length / 2 : (rows ?? 0) > layout.pegsM.length) ? " and so on" : ""}.
        </Text>
      )}
    </View>
  );
}

/** Lines for the strips of a shape, some of them where there are more than paper can tell apart; each for so many rows. */
function stripLines(
  pieces: Pieces,
  spacing: number,
  most: number,
): { each: number; lines: { y: number; from: number; to: number }[] } {
  const cropped = pieces.filter((p) => p.kind === "cropped");
  const places = [...new Set(cropped.map((p) => p.xM))];
  const every = Math.max(1, Math.ceil(places.length / most));
  const drawn = new Set(places.filter((_, i) => i % every === 0));
  const each = spacing > 0 ? Math.round(every * ((cropped[0]?.widthM ?? 0) / spacing)) : 0;
  return {
    each,
    lines:
      spacing > 0 && each <= MOST_ROWS_A_LINE
        ? cropped.flatMap((p) => (drawn.has(p.xM) ? [{ y: p.xM + spacing / 2, from: p.yM, to: p.yM + p.lengthM }] : []))
        : [],
  };
}
type Pieces = NonNullable<IssuedPlan["layout"]>["pieces"];

/** The layout in sentences. */
export function layoutInWords(layout: NonNullable<IssuedPlan["layout"]>, words: Words): string[] {
  const { bed, beds, rows, rowMetres, plants, rowSpacingCm, inRowSpacingCm, tramlineEveryM, pegsM } = layout;
  const n = (value: number) => plain(words.number(value, 0));
  const m = (metres: number) => plain(words.spoken.quantity(metres, "distance"));
  const cm = (length: number) => plain(words.spoken.quantity(length, "length"));
  return [
    `${m(layout.lengthM)} along the rows, ${m(layout.widthM)} across${layout.rings ? " at the most, rows as long as the boundary lets them be" : ""}, headlands of ${m(layout.headlandM)}.`,
    ...(bed
      ? [`${n(beds)} beds of ${m(bed.widthM)} x ${m(bed.lengthM)}, paths of ${m(bed.pathM)}.`]
      : tramlineEveryM
        ? [`A tramline every ${m(tramlineEveryM)}.`]
        : []),
    ...(rows !== null && rowSpacingCm !== null && rowMetres !== null
      ? [`${n(rows)} rows ${cm(rowSpacingCm)} apart, ${m(rowMetres)} in total.`]
      : []),
    ...(plants !== null && inRowSpacingCm !== null
      ? [
          `One plant every ${cm(inRowSpacingCm)}: ${n(plants)}${pegsM.length > 0 ? "; the string is knotted at that distance" : ""}.`,
        ]
      : []),
    ...(layout.channels
      ? [`${n(layout.channels.count)} furrows for the water, ${m(layout.channels.metres)} in total.`]
      : []),
    `The crop covers ${words.number(layout.croppedAreaPct, 1)} % of the area.`,
  ];
}
