import type { components } from "./schema";

type S = components["schemas"];
export type Desk = Omit<S["Desk"], "findings"> & { findings: Finding[] };
export type Scene = S["Scene"];
export type Shape = S["Shape"];
export type Handle = S["Handle"];
export type Stake = S["Stake"];
export type Passing = S["Passing"];
export type Edit = NonNullable<S["PlanAsk"]["edits"]>[number];
/** The edits of fixes and sides are plain data to the server, which reads them as edits when they come back. */
type WithEdits<T> = Omit<T, "edits"> & { edits: Edit[] };
export type Fix = WithEdits<S["Fix"]>;
export type Finding = Omit<S["Finding"], "fixes"> & { fixes: Fix[] };
export type Working = S["Working"];
export type Thing = S["Thing"];
export type LegFrame = S["LegFrame"];
export type Panel = S["Panel"];
export type Season = S["Season"];
export type Seen = S["Seen"];
export type Sight = S["Sight"];
export type Window = S["Window"];
export type Schedule = S["Schedule"];
export type Tape = S["Tape"];
export type Mark = S["Mark"];
export type Choice = S["Choice"];
export type Checked = S["Checked"];
export type Standing = S["Standing"];
export type CourseTold = S["CourseTold"];
export type Lesson = S["Lesson"];
export type Consequence = S["Consequence"];
export type Difference = S["Difference"];
export type Held = S["Held"];
export type Opened = Omit<S["Opened"], "desk"> & { desk: Desk };
export type Listing = S["Shown"];
export type ShownPage = S["ShownPage"];
export type BuyRow = S["BuyRow"];
export type CutRow = S["CutRow"];
export type SiteHeld = S["SiteHeld"];
export type SiteOpened = S["SiteOpened"];
export type JobToday = S["JobToday"];
export type SiteTogether = S["SiteLists"];
export type Revision = S["Revision"];
export type Verdict = S["Verdict"];
export type Pasted = S["Pasted"];
export type Hanging = S["Hanging"];
export type Side = WithEdits<S["Side"]>;
export type Offer = S["ExportOffer"];
export type Start = S["Start"];
export type Planned = Omit<S["Planned"], "desk"> & { desk: Desk };
export type Tried = Omit<S["Tried"], "desk"> & { desk: Desk };
export type Listed = S["Listed"];
export type FormField = S["FormField"];
export type Answer = S["ReckonerAnswer"];
export type CostTold = S["CostTold"];
export type CostRow = S["CostRow"];
export type SupplierSide = S["SupplierSide"];
export type Bought = S["Bought"];
export type SectionProven = S["SectionProven"];
export type TicketRow = S["TicketRow"];
export type DaysTold = S["DaysTold"];
export type DayRow = S["DayRow"];
export type DaySheet = S["DaySheet"];
export type Place = S["WeatherPlace"];
export type BookHeld = S["BookHeld"];
export type BookRead = S["BookRead"];
export type BookOpened = S["BookOpened"];
export type Yard = S["Yard"];
export type SitePrices = S["SitePrices"];
export type Given = S["Given"];
export type OrderTold = S["OrderTold"];
export type OffcutHeld = S["OffcutHeld"];
export type ActualsTold = S["ActualsTold"];
export type Problem = S["Problem"];
export type Fault = S["FaultShown"];

export type FenceJob = S["FenceJob"];
export type DeckJob = S["DeckJob"];
/** A job's document, of whichever trade. */
export type Document = FenceJob | DeckJob;

/** Every place in a document, told by the names on the way to it: `deck.levels.0.shape.width_mm`. */
type Places<T> = T extends readonly (infer E)[]
  ? `${number}` | `${number}.${Places<NonNullable<E>>}`
  : T extends object
    ? { [K in keyof T & string]-?: K | `${K}.${Places<NonNullable<T[K]>>}` }[keyof T & string]
    : never;
export type Path = Places<Omit<FenceJob, "variants">> | Places<Omit<DeckJob, "variants">> | "variants";

type Step<T, K extends string> = T extends readonly (infer E)[] ? (K extends `${number}` ? E : never) : K extends keyof T ? T[K] : never;
type In<T, P extends string> = P extends `${infer K}.${infer Rest}` ? In<NonNullable<Step<T, K>>, Rest> : Step<T, P>;
/** What stands at a place; nothing where the document is of the other trade, or there is none yet. */
export type At<P extends Path> = In<FenceJob, P> | In<DeckJob, P> | undefined;

/** What the server always sends whole, though fields of it may be left out when they come in. */
type Whole<T> = T extends (infer E)[] ? Whole<E>[] : T extends object ? { [K in keyof T]-?: Whole<T[K]> } : T;
export type SiteSheet = Omit<S["SiteSheet"], "site" | "steps" | "asked" | "arrivals"> & {
  arrivals: Whole<S["SiteSheet"]["arrivals"]>;
  site: Whole<S["SiteSheet"]["site"]>;
  steps: Whole<S["StepTold"]>[];
  asked: Whole<S["SiteSheet"]["asked"]>;
};
export type HoleTold = SiteSheet["site"]["holes"][number];
export type BayTold = SiteSheet["site"]["bays"][number];
export type StretchTold = SiteSheet["site"]["stretches"][number];
export type SupportTold = SiteSheet["site"]["supports"][number];
export type FrameTold = SiteSheet["site"]["frames"][number];
export type RowsTold = SiteSheet["site"]["rows"][number];
export type ArrivalTold = SiteSheet["arrivals"]["lines"][number];
export type StepTold = SiteSheet["steps"][number];
export type HoldPoint = StepTold["holds"][number];
export type CutTicket = S["CutTicket"];
export type LogLine = S["LogLine"];
export type QuestionTold = SiteSheet["asked"][number];
export type WayOut = S["WayOut"];
export type Taken = S["EntriesTaken"];
export type InspectionAsked = S["RuleAsked"];
