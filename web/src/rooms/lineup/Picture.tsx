import { memo, useCallback, useEffect, useMemo, useRef, type KeyboardEvent } from "react";
import {
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
  type UniqueIdentifier,
} from "@dnd-kit/core";
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { useVirtualizer } from "@tanstack/react-virtual";
import { isPlanned, KINDS, LINK_WORDS, PART_KINDS, type Cell, type OpenWay } from "@kettleback/core";
import { Icon } from "../../controls/Icon";
import { ampsText, decimals, durationText, figureText, percentText, powerFigure } from "../../format/number";
import { dayTimeAt, marksOf, sharedClock, timeAt, type SharedClock } from "./clock";
import { useNarrow, usePrinting } from "../../controls/useNarrow";
import { cellsOfCar, type ViewProps } from "./view";
import { LongName } from "./LongName";
import { Mini } from "./Mini";
import { scaleOf, type Scale } from "./miniature";
import { reordered } from "./order";

const ROW_PX = 37;
const CARD_PX = 112;

/** Each way one row: its path in small, and a bar on one shared clock from plugging in to ready. */
export function Picture({ solved, selected, onSelect, onChange }: ViewProps) {
  const { open, draft, clock } = solved;
  const at = Math.min(draft.carAt, open.cars.length - 1);
  const cells = cellsOfCar(solved, at);
  const { scale, charging } = useMemo(() => {
    const rows = cells.flatMap((cell) => (cell?.kind === "charging" ? [cell] : []));
    return { scale: scaleOf(rows), charging: rows.length };
  }, [cells]);
  const shared = useMemo(() => clock && sharedClock(clock, cells), [clock, cells]);
  // As long as the order stays the list of ids stays, and with it every row that has not changed.
  const order = open.ways.map(({ id }) => id).join(" ");
  const ids = useMemo(() => order.split(" "), [order]);
  const frame = useRef<HTMLDivElement>(null);
  const high = useNarrow(760) ? CARD_PX : ROW_PX;
  const printing = usePrinting();
  const list = useVirtualizer({
    count: open.ways.length,
    getScrollElement: () => frame.current,
    estimateSize: () => high,
    getItemKey: (i) => open.ways[i]!.id,
    overscan: 2,
  });
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const onDragEnd = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id)
      onChange({ ...draft, ways: reordered(draft.ways, String(active.id), String(over.id)) });
  };
  // Rows are told apart by what they show: the way they call back stays the same.
  const latest = useRef(onSelect);
  useEffect(() => void (latest.current = onSelect));
  const choose = useCallback((way: number) => latest.current(way), []);
  if (!shared) return null;
  const base = cells[open.ways.findIndex(({ id }) => id === draft.baseline)];
  return (
    <div className="picture">
      <PictureHead shared={shared} />
      <DndContext
        sensors={sensors}
        onDragEnd={onDragEnd}
        accessibility={{ announcements: toldOf(open.ways) }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <div ref={frame} className="picture-rows">
            <div
              className="virtual"
              role="list"
              aria-label="Ways to charge"
              style={{ height: list.getTotalSize() }}
            >
              {(printing
                ? open.ways.map((_, index) => ({ index, start: index * high, size: high }))
                : list.getVirtualItems()
              ).map(({ index, start, size }) => (
                <WayRow
                  key={open.ways[index]!.id}
                  way={open.ways[index]!}
                  cell={cells[index] ?? null}
                  base={base ?? null}
                  isBase={open.ways[index]!.id === draft.baseline}
                  scale={scale}
                  shared={shared}
                  top={start}
                  height={size}
                  selected={index === selected}
                  index={index}
                  onSelect={choose}
                />
              ))}
            </div>
          </div>
        </SortableContext>
      </DndContext>
      <Legend scale={scale} rows={charging} />
    </div>
  );
}

/** What is said while a way is moved. */
function toldOf(ways: readonly OpenWay[]): Announcements {
  const name = (id: UniqueIdentifier | undefined) => ways.find((way) => way.id === id)?.saved.name ?? "";
  return {
    onDragStart: ({ active }) => `${name(active.id)} is lifted.`,
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id ? `${name(active.id)}, to the place of ${name(over.id)}.` : undefined,
    onDragEnd: ({ active }) => `${name(active.id)} is put down.`,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
}

/** The shared clock above the rows: its hours, and departure. */
function PictureHead({ shared }: { readonly shared: SharedClock }) {
  const { clock, span } = shared;
  const { departure } = clock;
  return (
    <div className="picture-head" aria-hidden="true">
      <span>Way</span>
      <span>Its path in small</span>
      <span className="right">To the battery</span>
      <div className="axis">
        <span className="tick start">{timeAt(clock, 0)}</span>
        {marksOf(shared).map(({ at, text }) => (
          <span key={at} className="tick" style={{ left: `${(100 * at) / span}%` }}>
            {text}
          </span>
        ))}
        {departure !== null && (
          <span className="tick leave" style={{ left: `${(100 * departure) / span}%` }}>
            {timeAt(clock, departure)}
          </span>
        )}
      </div>
      <span>Ready</span>
    </div>
  );
}

/** The parts of a way that the Garage no longer has. */
const goneWords = ({ gone }: OpenWay): string => gone.map((part) => KINDS[PART_KINDS[part]].one).join(", ");

interface RowProps {
  readonly way: OpenWay;
  readonly cell: Cell | null;
  readonly base: Cell | null;
  readonly isBase: boolean;
  readonly scale: Scale;
  readonly shared: SharedClock;
  readonly top: number;
  readonly height: number;
  readonly selected: boolean;
  readonly index: number;
  onSelect(way: number): void;
}

const WayRow = memo(function WayRow(props: RowProps) {
  const { way, cell, base, isBase, scale, shared, top, height, selected, index, onSelect } = props;
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({
    id: way.id,
  });
  const onKey = (event: KeyboardEvent) => {
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onSelect(index);
    }
  };
  return (
    <div
      ref={setNodeRef}
      role="listitem"
      className={`way-row${selected ? " selected" : ""}${isDragging ? " dragging" : ""}`}
      style={{ top, height, transform: transform ? `translateY(${transform.y}px)` : undefined, transition }}
    >
      <button
        type="button"
        className="grip"
        aria-label={`Move ${way.saved.name}`}
        title="Drag, or press space and the arrow keys"
        {...attributes}
        {...listeners}
      >
        <Icon name="grip" />
      </button>
      <div
        className="way-body"
        role="button"
        tabIndex={0}
        aria-pressed={selected}
        aria-label={told(way, cell, shared, isBase)}
        onClick={() => onSelect(index)}
        onKeyDown={onKey}
      >
        <span className="way-name">
          <strong>
            <LongName>{way.saved.name}</LongName>
          </strong>
          <small>
            {cell ? cell.level.word : ""}
            {cell && isPlanned(cell.plan) ? " · planned" : ""}
            {isBase ? " · baseline" : ""}
            {cell?.kind === "charging" && cell.worst && cell.worst.severity !== "note" ? (
              <em className={`flag ${cell.worst.severity}`}>{cell.worst.severity}</em>
            ) : null}
          </small>
        </span>
        {cell?.kind === "charging" ? (
          <>
            <Mini row={cell} scale={scale} planned={way.saved.buy.length > 0 || isPlanned(cell.plan)} />
            <span className="way-power">
              <b>{figureText(powerFigure(cell.batteryW))}</b>
              <small>
                {cell.phases} × {ampsText(cell.amps)}
                {base?.kind === "charging" && !isBase ? `, ${ratio(cell.batteryW / base.batteryW)}` : ""}
              </small>
            </span>
            <Bar row={cell} shared={shared} />
            <span className={cell.inTime ? "way-ready" : "way-ready late"}>
              {(cell.secondsToTarget > 86_400 ? dayTimeAt : timeAt)(shared.clock, cell.secondsToTarget)}
              <small>
                {cell.inTime
                  ? durationText(cell.secondsToTarget)
                  : `${percentText(cell.solution.endSoc)} by then`}
              </small>
            </span>
          </>
        ) : (
          <span className="way-blocked">
            {cell ? cell.refusal.message : way.way ? "…" : `${goneWords(way)}: no longer in the Garage.`}
          </span>
        )}
      </div>
    </div>
  );
});

const ratio = (share: number): string => `${decimals(share, share < 10 ? 1 : 0)} ×`;

/** The row as one sentence, for who cannot see it. */
function told(way: OpenWay, cell: Cell | null, { clock }: SharedClock, isBase: boolean): string {
  const name = `${way.saved.name}${isBase ? ", the baseline" : ""}`;
  if (!cell) return way.way ? name : `${name}: no longer in the Garage: ${goneWords(way)}`;
  if (cell.kind === "blocked") return `${name}: ${cell.refusal.message}`;
  const ready = dayTimeAt(clock, cell.secondsToTarget);
  return (
    `${name}, ${cell.level.word}: ${figureText(powerFigure(cell.batteryW))} into the battery, ${cell.phases} × ${ampsText(cell.amps)}. ` +
    `The ${LINK_WORDS[cell.narrowest]} is the narrowest link. Ready ${ready}, ` +
    (cell.inTime
      ? "in time."
      : `short by ${durationText(cell.shortBySeconds)}: ${percentText(cell.solution.endSoc)} at departure.`)
  );
}

/** From plugging in to ready; what departure cuts off is drawn as missing; what runs off the clock says so. */
function Bar({
  row,
  shared: { span, clock },
}: {
  readonly row: Extract<Cell, { kind: "charging" }>;
  readonly shared: SharedClock;
}) {
  const share = (t: number) => Math.min(1, t / span);
  const leave = clock.departure ?? Infinity;
  const done = Math.min(row.secondsToTarget, leave);
  const off = row.secondsToTarget > span;
  return (
    <span className="way-bar" aria-hidden="true">
      <span className="charged" style={stretch(0, share(done))} />
      {row.secondsToTarget > leave && (
        <span
          className={off ? "missing off" : "missing"}
          style={{ left: percent(share(leave)), width: percent(share(row.secondsToTarget) - share(leave)) }}
        />
      )}
      {off && leave === Infinity && <span className="runs-on">›</span>}
      {row.limitBites !== null && <span className="limit" style={{ left: percent(share(row.limitBites)) }} />}
      {Number.isFinite(leave) && <span className="leave" style={{ left: percent(share(leave)) }} />}
    </span>
  );
}

const percent = (share: number): string => `${100 * share}%`;
/** From one share of a bar to another, without laying it out again. */
const stretch = (from: number, to: number) => ({
  transform: `translateX(${percent(from)}) scaleX(${to - from})`,
});

function Legend({ scale, rows }: { readonly scale: Scale; readonly rows: number }) {
  return (
    <p className="legend quiet">
      <span className="key charged" /> charging <span className="key missing" /> missing at departure{" "}
      <span className="key leave" /> departure <span className="key limit" /> time limit ends it
      <span className="scale">
        Thickness to one scale: {ampsText(scale.ac)} AC, {ampsText(scale.dc)} DC. {rows} ways charge.
      </span>
    </p>
  );
}
