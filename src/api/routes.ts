/**
 * What is answered beside the screens: the interface for programs and tablets, and papers made when they are asked
 * for. The server asks here first; what is not here is a screen's.
 */
import { TrieRouter } from "hono/router/trie-router";
import { Refusal } from "@/house";
import { problem } from "./http";
import * as analysis from "./made/analysis";
import * as checksReport from "./made/checks-report";
import * as closing from "./made/closing";
import * as dispatch from "./made/dispatch";
import * as epcisFile from "./made/epcis";
import * as fieldCard from "./made/field-card";
import * as labels from "./made/labels";
import * as lotLink from "./made/lot-link";
import * as owner from "./made/owner";
import * as paper from "./made/papers";
import * as plans from "./made/plans";
import * as recallList from "./made/recall-list";
import * as seasonReport from "./made/season-report";
import * as stockList from "./made/stock-list";
import * as storeCalendar from "./made/store-calendar";
import * as tags from "./made/tags";
import * as worker from "./made/worker";
import * as blend from "./v1/blend";
import * as commands from "./v1/commands";
import * as correct from "./v1/correct";
import * as csv from "./v1/csv";
import * as deviceReadings from "./v1/device-readings";
import * as devicesLatest from "./v1/devices-latest";
import * as door from "./v1/door";
import * as epcis from "./v1/epcis";
import * as events from "./v1/events";
import * as health from "./v1/health";
import * as jarPlan from "./v1/jar-plan";
import * as label from "./v1/label";
import * as labelJobs from "./v1/label-jobs";
import * as laboratory from "./v1/laboratory";
import * as line from "./v1/line";
import * as openapi from "./v1/openapi";
import * as papers from "./v1/papers";
import * as practice from "./v1/practice";
import * as practiceGame from "./v1/practice-game";
import * as seals from "./v1/seals";
import * as standIns from "./v1/stand-ins";
import * as trace from "./v1/trace";

/** The names in an address as they stand in it, not decoded: who may look was judged by the address as it came. */
type Named<K extends string> = { readonly params: Readonly<Record<K, string>> };
type Answer<K extends string> = (request: Request, given: Named<K>) => Response | Promise<Response>;
interface Answers<K extends string> {
  readonly GET?: Answer<K>;
  readonly POST?: Answer<K>;
}

/** ":name" of a place. */
type NamesIn<P extends string> = P extends `${string}:${infer K}/${infer Rest}`
  ? K | NamesIn<Rest>
  : P extends `${string}:${infer K}`
    ? K
    : never;

const METHODS = ["GET", "POST"] as const;
const router = new TrieRouter<Answer<string>>();
/** Every place there is, in the order of the list below. */
export const PLACES: string[] = [];

function at<P extends string>(place: P, answers: Answers<NamesIn<P>>): void {
  PLACES.push(place);
  for (const method of METHODS) {
    const answer = answers[method];
    if (answer) router.add(method, place, answer as Answer<string>);
  }
}

at("/api/v1/blend", blend);
at("/api/v1/commands/:name", commands);
at("/api/v1/correct", correct);
at("/api/v1/csv/:table", csv);
at("/api/v1/devices/latest", devicesLatest);
at("/api/v1/devices/:name/readings", deviceReadings);
at("/api/v1/door/:what", door);
at("/api/v1/epcis", epcis);
at("/api/v1/events", events);
at("/api/v1/health", health);
at("/api/v1/health/ready", health);
at("/api/v1/jar-plan", jarPlan);
at("/api/v1/label", label);
at("/api/v1/label-jobs", labelJobs);
at("/api/v1/laboratory", laboratory);
at("/api/v1/line", line);
at("/api/v1/openapi.json", openapi);
at("/api/v1/papers", papers);
at("/api/v1/practice", practice);
at("/api/v1/practice/:id", practiceGame);
at("/api/v1/seals", seals);
at("/api/v1/stand-ins/:kind", standIns);
at("/api/v1/trace/:kind/:name", trace);

at("/01/:gtin/10/:lot", lotLink);
at("/analysis/:order", analysis);
at("/checks-report", checksReport);
at("/closing", closing);
at("/dispatch/:number", dispatch);
at("/epcis", epcisFile);
at("/field-card", fieldCard);
at("/labels/:code", labels);
at("/owner/:name", owner);
at("/papers/:id", paper);
at("/plans/:id", plans);
at("/recall-list", recallList);
at("/season-report", seasonReport);
at("/stock-list", stockList);
at("/store-calendar", storeCalendar);
at("/sw.js", worker);
at("/tags", tags);

const found = (method: string, path: string) => router.match(method, path)[0][0];

/**
 * How an address is answered here; null where it is none of ours. A HEAD is a GET whose body stays here. Whatever
 * refuses on the way is told in words, in this one place.
 */
export function answeredBy(
  method: string,
  address: string,
): ((request: Request) => Response | Promise<Response>) | null {
  const path = address.split("?", 1)[0] ?? "";
  const asked = found(method === "HEAD" ? "GET" : method, path);
  if (asked) {
    const [answer, params] = asked;
    return async (request) => {
      try {
        return await answer(request, { params: params as Record<string, string> });
      } catch (fault) {
        return problem(fault);
      }
    };
  }
  const ways = METHODS.filter((way) => found(way, path));
  if (ways.length > 0)
    return () => {
      const not = problem(new Refusal("bad-method", "That is not asked for that way.", 405));
      not.headers.set("allow", [...ways, ...(ways.includes("GET") ? ["HEAD"] : [])].join(", "));
      return not;
    };
  return path === "/api" || path.startsWith("/api/")
    ? () => problem(new Refusal("unknown", "There is no such question.", 404))
    : null;
}
