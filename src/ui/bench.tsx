import type { ReactNode } from "react";
import { Link } from "./link";
import { Part } from "./part";

/** The head of a bay: its name, its figure, one sentence. */
export function Lead({ title, children }: { title: string; children?: ReactNode }) {
  return (
    <div className="mb-3 flex flex-wrap items-baseline gap-x-5 gap-y-1">
      <h1>{title}</h1>
      {children}
    </div>
  );
}

export function Panel({
  title,
  children,
  className = "",
}: {
  title: string;
  children: ReactNode;
  className?: string;
}) {
  return (
    <section className={`panel ${className}`} aria-label={title}>
      <h2 className="mb-2">{title}</h2>
      <Part name={title}>{children}</Part>
    </section>
  );
}

/** The way to older rows of a long list. */
export function Older({
  base,
  before,
  name = "before",
}: {
  base: string;
  before: number | null;
  name?: string;
}) {
  if (before === null) return null;
  return (
    <Link
      className="do mt-3"
      data-quiet=""
      href={`${base}${base.includes("?") ? "&" : "?"}${name}=${before}`}
    >
      Older
    </Link>
  );
}

/** A short caution at the step it belongs to. */
export function Caution({ children }: { children: ReactNode }) {
  return (
    <p data-tone="stop" className="my-3 border-l-[6px] border-stop bg-stop-fill px-3 py-2 text-[15px]">
      <b>Take care: </b>
      {children} Follow your local workplace and food rules.
    </p>
  );
}
