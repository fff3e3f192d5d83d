import { chordAt, isShaped, lengthOfUnits, outlinePath, type PlacedOutline, type PlacedLayer, type Length, type Stack, type StackGeometry, t } from "@yule/core";
import { DimensionLine, Exactly, INK, RED, ScaleDrawing, SOFT, DrawnWords } from "../../../../kit/drawing.tsx";
import { useMeasure } from "../../../../kit/measure.tsx";
import { LayerShape } from "../../../../features/card/LayerShape.tsx";

const CARD = "#E4DAC6";
const TIGHT = "var(--chakra-colors-tight)";

export interface CardView {
  readonly stack: Stack;
  readonly geometry: StackGeometry;
  readonly picture: string | null;
  readonly label: string;
  /** What is written inside. */
  readonly inside: string;
}

const dashes = (unit: number): string => `${String(7 * unit)} ${String(4 * unit)}`;

/** A dashed line where the base is scored or cut. */
function Crease({ from, to, unit }: { from: readonly [number, number]; to: readonly [number, number]; unit: number }) {
  return <line x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} stroke={RED} strokeWidth={1.5 * unit} strokeDasharray={dashes(unit)} />;
}

/** A measure at the left of a drawing, read from below. */
/** @param of what is measured, where the drawing makes it thicker than it is */
function HeightLine({ height, of, unit }: { height: number; of: Length; unit: number }) {
  const { say } = useMeasure();
  return (
    <>
      <g transform={`translate(${String(-38 * unit)} ${String(height / 2)}) rotate(-90)`}>
        <DrawnWords size={15 * unit} weight={600} anchor="middle" fill={INK}>
          {say(of)}
          <Exactly length={of} />
        </DrawnWords>
      </g>
      <path
        d={`M${String(-24 * unit)} 0V${String(height)}M${String(-29 * unit)} 0h${String(10 * unit)}M${String(-29 * unit)} ${String(height)}h${String(10 * unit)}`}
        stroke={INK}
        strokeWidth={unit}
      />
    </>
  );
}

function Layers({ geometry, picture, x, y, unit }: { geometry: StackGeometry; picture: string | null; x: number; y: number; unit: number }) {
  return geometry.layers.map((layer, index) => (
    <LayerShape key={`${layer.name}${String(index)}`} layer={layer} index={index} at={{ ...layer, x: x + layer.x, y: y + layer.y }} picture={picture} unit={unit} />
  ));
}

function Hole({ stack, x, y, unit }: { stack: Stack; x: number; y: number; unit: number }) {
  return stack.hole && <circle cx={x + stack.width / 2} cy={y + stack.hole.fromTop} r={stack.hole.width / 2} fill="var(--chakra-colors-table)" stroke={INK} strokeWidth={unit} />;
}

const belowOf = (geometry: StackGeometry, index: number): Pick<PlacedLayer, "x" | "y" | "width" | "height"> =>
  geometry.layers.slice(0, index).findLast((layer) => layer.kind !== "strip") ?? { x: lengthOfUnits(0), y: lengthOfUnits(0), ...geometry.face };

/** The base flat on the table with its outside up, as it is cut and scored. */
export function OpenView({ stack, geometry, picture, label }: CardView) {
  const { bare, say } = useMeasure();
  const { base, score } = geometry;
  if (isShaped(stack)) return <ShapedView {...{ stack, geometry, picture, label, inside: "" }} />;
  const faceX = stack.fold === "left" ? (score ?? 0) : 0;
  const faceY = stack.fold === "top" ? (score ?? 0) : 0;
  const sideways = stack.fold === "left" || stack.fold === "right";
  const whole: PlacedOutline = { ...base, x: 0, y: 0, outline: stack.fold === "none" ? stack.outline : "rectangle" };
  const back = { x: stack.fold === "right" ? geometry.face.width : 0, y: stack.fold === "bottom" ? geometry.face.height : 0 };
  return (
    <ScaleDrawing width={base.width} height={base.height} margin={52} most={660} mostHeight={400} label={label}>
      {(unit) => (
        <>
          <path d={outlinePath(whole)} fill={CARD} stroke={INK} strokeWidth={unit} />
          {score !== null && (
            <>
              <Crease from={sideways ? [score, -8 * unit] : [-8 * unit, score]} to={sideways ? [score, base.height + 8 * unit] : [base.width + 8 * unit, score]} unit={unit} />
              <DrawnWords
                x={back.x + (sideways ? (base.width - geometry.face.width) / 2 : base.width / 2)}
                y={back.y + (sideways ? base.height / 2 : (base.height - geometry.face.height) / 2)}
                size={15 * unit}
                anchor="middle"
                fill="#4E5B66"
              >{t`back`}</DrawnWords>
            </>
          )}
          <Layers geometry={geometry} picture={picture} x={faceX} y={faceY} unit={unit} />
          <Hole stack={stack} x={faceX} y={faceY} unit={unit} />
          {geometry.layers.map((layer, index) => {
            const below = belowOf(geometry, index);
            const y = faceY + layer.y + layer.height * (0.32 + 0.2 * index);
            const right = faceX + below.x + below.width;
            return layer.kind === "strip" ? null : (
              <g key={`reveal${String(index)}`}>
                <line x1={faceX + layer.x + layer.width} x2={right} y1={y} y2={y} stroke="#22303C" strokeWidth={1.4 * unit} />
                <line x1={right} x2={base.width + 14 * unit} y1={y} y2={y} stroke={SOFT} strokeWidth={0.7 * unit} />
                <DrawnWords x={base.width + 17 * unit} y={y + 5 * unit} size={15 * unit} weight={600} fill={INK}>
                  {bare(layer.reveal.right)}
                  <Exactly length={layer.reveal.right} />
                </DrawnWords>
              </g>
            );
          })}
          <DimensionLine axis="x" from={0} to={base.width} at={base.height + 30 * unit} text={say(base.width)} of={base.width} unit={unit} />
          {score !== null && sideways && <DimensionLine axis="x" from={0} to={score} at={-26 * unit} text={t`score ${bare(score)}`} of={score} unit={unit} />}
          {score !== null && !sideways && (
            <DrawnWords x={base.width + 14 * unit} y={score + 5 * unit} size={15 * unit} weight={600} fill={RED}>
              {bare(score)}
              <Exactly length={score} />
            </DrawnWords>
          )}
          <HeightLine height={base.height} of={base.height} unit={unit} />
        </>
      )}
    </ScaleDrawing>
  );
}

/** The two pieces of a card that stands: the back with its hinge and its trimmed foot, and the front beside it. */
function ShapedView({ stack, geometry, picture, label }: CardView) {
  const { say, bare } = useMeasure();
  const gap = stack.width * 0.12;
  const front = stack.width + gap;
  const score = geometry.score ?? lengthOfUnits(0);
  const foot = stack.height - stack.footTrim;
  const half = (depth: number): number => chordAt(stack.width, depth) / 2;
  const footHalf = stack.outline === "circle" ? half(stack.footTrim) : stack.width / 2;
  const piece = (x: number): PlacedOutline => ({ ...stack, x, y: 0 });
  const middle = stack.width / 2;
  return (
    <ScaleDrawing width={front + stack.width} height={stack.height} margin={52} most={660} mostHeight={420} label={label}>
      {(unit) => (
        <>
          <path d={outlinePath(piece(0))} fill={CARD} stroke={INK} strokeWidth={unit} />
          <DrawnWords x={middle} y={stack.height / 2} size={15 * unit} anchor="middle" fill="#4E5B66">{t`back`}</DrawnWords>
          <DrawnWords x={middle} y={stack.height / 2 + 20 * unit} size={14 * unit} anchor="middle" fill="#4E5B66">{t`glue above the score`}</DrawnWords>
          <Crease from={[middle - half(score) - 8 * unit, score]} to={[middle + half(score) + 8 * unit, score]} unit={unit} />
          <DrawnWords x={middle + half(score) + 12 * unit} y={score + 5 * unit} size={15 * unit} weight={600} fill={RED}>
            {bare(score)}
            <Exactly length={score} />
          </DrawnWords>
          {stack.footTrim > 0 && (
            <>
              <Crease from={[middle - footHalf - 8 * unit, foot]} to={[middle + footHalf + 8 * unit, foot]} unit={unit} />
              <DrawnWords x={middle} y={stack.height + 22 * unit} size={15 * unit} weight={600} anchor="middle" fill={RED}>
                {t`off ${bare(stack.footTrim)}`}
                <Exactly length={stack.footTrim} />
              </DrawnWords>
            </>
          )}
          <path d={outlinePath(piece(front))} fill={CARD} stroke={INK} strokeWidth={unit} />
          <Layers geometry={geometry} picture={picture} x={front} y={0} unit={unit} />
          <Hole stack={stack} x={0} y={0} unit={unit} />
          <Hole stack={stack} x={front} y={0} unit={unit} />
          <DimensionLine axis="x" from={front} to={front + stack.width} at={stack.height + 30 * unit} text={say(stack.width)} of={stack.width} unit={unit} />
          <HeightLine height={stack.height} of={stack.height} unit={unit} />
        </>
      )}
    </ScaleDrawing>
  );
}

const SIDES = ["left", "right", "top", "bottom"] as const;

/** The front with every reveal measured on all its sides; what is uneven stands out. */
export function FrontView({ stack, geometry, picture, label }: CardView) {
  const { bare } = useMeasure();
  const { width, height } = geometry.face;
  return (
    <ScaleDrawing width={width} height={height} margin={64} most={560} mostHeight={440} label={label}>
      {(unit) => (
        <>
          <path d={outlinePath({ ...geometry.face, x: 0, y: 0, outline: stack.outline })} fill={CARD} stroke={INK} strokeWidth={unit} />
          <Layers geometry={geometry} picture={picture} x={0} y={0} unit={unit} />
          <Hole stack={stack} x={0} y={0} unit={unit} />
          {geometry.layers.map((layer, index) => {
            if (layer.kind === "strip") return null;
            const below = belowOf(geometry, index);
            // Measures of inner layers stand further along, so that their figures do not meet.
            const x = width / 2 + (index - (geometry.layers.length - 1) / 2) * 62 * unit;
            const y = layer.y + layer.height * (0.36 + 0.14 * index);
            const lines = {
              left: [below.x, y, layer.x, y, -12 * unit, y, -16 * unit, y + 5 * unit],
              right: [layer.x + layer.width, y, below.x + below.width, y, width + 12 * unit, y, width + 16 * unit, y + 5 * unit],
              top: [x, below.y, x, layer.y, x, -12 * unit, x, -18 * unit],
              bottom: [x, layer.y + layer.height, x, below.y + below.height, x, height + 12 * unit, x, height + 28 * unit],
            } as const;
            return SIDES.map((side) => {
              const [x1, y1, x2, y2, endX, endY, wordX, wordY] = lines[side];
              const isOuter = side === "left" || side === "top";
              return (
                <g key={`${layer.name}${side}`}>
                  <line x1={isOuter ? x1 : x2} y1={isOuter ? y1 : y2} x2={endX} y2={endY} stroke={SOFT} strokeWidth={0.7 * unit} />
                  <line x1={x1} y1={y1} x2={x2} y2={y2} stroke={layer.reveal.even ? "#22303C" : "#8F5E06"} strokeWidth={(layer.reveal.even ? 1.4 : 2.6) * unit} />
                  <DrawnWords
                    x={wordX}
                    y={wordY}
                    size={15 * unit}
                    weight={layer.reveal.even ? 500 : 700}
                    anchor={side === "left" ? "end" : side === "right" ? "start" : "middle"}
                    fill={layer.reveal.even ? INK : TIGHT}
                  >
                    {bare(layer.reveal[side])}
                  </DrawnWords>
                </g>
              );
            });
          })}
        </>
      )}
    </ScaleDrawing>
  );
}

/** Opened, as it is read: the words lie where they are stamped before assembly. */
export function InsideView({ stack, geometry, label, inside }: CardView) {
  const { say } = useMeasure();
  const { base, score } = geometry;
  const shaped = isShaped(stack) || stack.fold === "none";
  const size = shaped ? geometry.face : base;
  // From inside left and right are changed about: the page that is read lies right of the fold, or below it.
  const page =
    shaped || score === null
      ? { x: 0, y: 0, ...geometry.face }
      : stack.fold === "left" || stack.fold === "right"
        ? { x: base.width / 2, y: 0, width: base.width / 2, height: base.height }
        : { x: 0, y: base.height / 2, width: base.width, height: base.height / 2 };
  const lines = inside === "" ? [] : inside.split("\n");
  return (
    <ScaleDrawing width={size.width} height={size.height} margin={52} most={660} mostHeight={400} label={label}>
      {(unit) => (
        <>
          <path d={outlinePath({ ...size, x: 0, y: 0, outline: shaped ? stack.outline : "rectangle" })} fill="#F3ECDD" stroke={INK} strokeWidth={unit} />
          {!shaped &&
            (page.x > 0 ? (
              <Crease from={[page.x, -8 * unit]} to={[page.x, size.height + 8 * unit]} unit={unit} />
            ) : (
              <Crease from={[-8 * unit, page.y]} to={[size.width + 8 * unit, page.y]} unit={unit} />
            ))}
          {lines.length === 0 ? (
            <DrawnWords x={page.x + page.width / 2} y={page.y + page.height / 2} size={15 * unit} anchor="middle" fill="#4E5B66">
              {stack.fold === "none" ? t`the back: address and message` : t`no words inside yet`}
            </DrawnWords>
          ) : (
            lines.map((line, index) => (
              <DrawnWords
                key={`${line}${String(index)}`}
                x={page.x + page.width / 2}
                y={page.y + page.height / 2 + (index - (lines.length - 1) / 2) * 26 * unit}
                size={22 * unit}
                anchor="middle"
                fill="#22303C"
                style={{ fontFamily: "'Kalam', cursive" }}
              >
                {line}
              </DrawnWords>
            ))
          )}
          <DimensionLine
            axis="x"
            from={page.x}
            to={page.x + page.width}
            at={size.height + 30 * unit}
            text={say(lengthOfUnits(page.width))}
            of={lengthOfUnits(page.width)}
            unit={unit}
          />
        </>
      )}
    </ScaleDrawing>
  );
}

/** Seen from its edge, lying in its envelope: what is glued on what, and how thick it comes. */
export function ProfileView({ stack, geometry, label }: CardView) {
  const { say, bare } = useMeasure();
  const { width } = geometry.face;
  const boards = stack.fold === "none" ? 1 : 2;
  const board = stack.thickness / (boards + geometry.layers.length);
  // A card is a hundred times as wide as it is thick; its edge is drawn thicker by a round number that is said.
  const times = Math.max(4, Math.round((width * 0.3) / Math.max(1, geometry.thickness) / 2) * 2);
  let top: number = geometry.thickness;
  const slab = (thick: number): number => (top -= thick) * times;
  const high = geometry.thickness * times;
  const base = Array.from({ length: boards }, (_, index) => ({ y: slab(board), name: index === 0 && boards === 2 ? t`back of the base` : t`front of the base` }));
  const layers = geometry.layers.map((layer) => {
    const foam = layer.lift > 0 ? { y: slab(layer.lift), height: layer.lift * times } : null;
    return { layer, foam, y: slab(board) };
  });
  const names = [
    ...base.map(({ y, name }) => ({ y, name })),
    ...layers.map(({ y, layer }) => ({ y, name: layer.lift > 0 ? t`${layer.name}, on foam tape ${bare(layer.lift)}` : layer.name })),
  ];
  return (
    <ScaleDrawing width={width * 1.5} height={high} margin={70} most={660} mostHeight={340} label={t`${label}; in profile ${say(geometry.thickness)} thick`}>
      {(unit) => (
        <>
          {stack.envelope && geometry.clearance && (
            <>
              <rect
                x={0 - geometry.clearance.width / 2}
                y={-14 * unit}
                width={width + geometry.clearance.width}
                height={high + 28 * unit}
                fill="none"
                stroke={SOFT}
                strokeWidth={1.2 * unit}
                strokeDasharray={dashes(unit)}
              />
              <DrawnWords x={width / 2} y={-22 * unit} size={14 * unit} anchor="middle" fill={SOFT}>
                {t`envelope, ${bare(geometry.clearance.width)} × ${bare(geometry.clearance.height)} to spare`}
              </DrawnWords>
            </>
          )}
          {base.map(({ y, name }) => (
            <rect key={name} x={0} y={y} width={width} height={board * times} fill={CARD} stroke={INK} strokeWidth={unit} />
          ))}
          {layers.map(({ layer, foam, y }, index) => (
            <g key={`${layer.name}${String(index)}`}>
              {foam &&
                [0.08, 0.45, 0.82].map((at) => (
                  <rect
                    key={at}
                    x={layer.x + layer.width * at}
                    y={foam.y}
                    width={layer.width * 0.1}
                    height={foam.height}
                    fill="none"
                    stroke={INK}
                    strokeWidth={unit}
                    strokeDasharray={`${String(2 * unit)} ${String(2 * unit)}`}
                  />
                ))}
              <rect x={layer.x} y={y} width={layer.width} height={board * times} fill={layer.kind === "panel" ? "#FBF8F0" : "#C9BFA8"} stroke={INK} strokeWidth={unit} />
            </g>
          ))}
          {names.map(({ y, name }, index) => {
            const at = high - (index + 0.5) * Math.max(high / names.length, 17 * unit) + 5 * unit;
            return (
              <g key={`${name}${String(index)}`}>
                <line x1={width} x2={width + 20 * unit} y1={y + (board * times) / 2} y2={at - 5 * unit} stroke={SOFT} strokeWidth={0.7 * unit} />
                <DrawnWords x={width + 24 * unit} y={at} size={14 * unit} fill={INK}>
                  {name}
                </DrawnWords>
              </g>
            );
          })}
          <HeightLine height={high} of={geometry.thickness} unit={unit} />
          <DrawnWords x={0} y={high + 40 * unit} size={14 * unit} fill={SOFT}>
            {t`width to scale, thickness drawn ${String(times)} times`}
          </DrawnWords>
        </>
      )}
    </ScaleDrawing>
  );
}
