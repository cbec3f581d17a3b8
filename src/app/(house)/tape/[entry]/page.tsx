import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { houseDatabase } from "@/house/door";
import { plural } from "@/house/language/spoken";
import { entryView } from "@/house/trace/entry";
import { Papers } from "@/ui/attach";
import { Lead, Panel } from "@/ui/bench";
import { Correct } from "@/ui/correct";
import { CommandForm } from "@/ui/fields/command-form";
import { Link } from "@/ui/link";

export const metadata: Metadata = { title: "An entry" };

export default async function Entry({ params }: { params: Promise<{ entry: string }> }) {
  const { entry } = await params;
  const view = /^\d{1,15}$/.test(entry) ? await entryView(houseDatabase(), Number(entry)) : null;
  if (!view) notFound();
  return (
    <>
      <Lead title={`Entry ${view.id}`}>
        <span className="text-ink-2">
          {view.happened}, {view.who}, {view.device}; entered {view.recorded}
        </span>
      </Lead>
      <p className={`panel mb-3 text-[18px] ${view.undone ? "text-ink-2 line-through" : ""}`}>{view.say}</p>
      <Panel title="Photos and papers" className="mb-3">
        <Papers entry={view.id} list={view.papers} what={`entry ${view.id}`} />
      </Panel>
      <Panel title="Notes" className="mb-3">
        {view.notes.map((n) => (
          <p key={`${n.by} ${n.says}`} className="border-b border-rule py-1">
            {n.says} <span className="text-ink-2">{n.by}</span>
          </p>
        ))}
        {!view.undone && (
          <CommandForm
            command="note-entry"
            label="Note it"
            inPanel
            fixed={{ entry: String(view.id) }}
            fields={[{ name: "says", label: "What is worth knowing of it", span: 3 }]}
          />
        )}
      </Panel>
      {view.correctable && (
        <Panel title="This was wrong" className="mb-3">
          <p className="mb-2 text-[15px] text-ink-2">
            One value is changed, and what rests on it ({plural(view.followers, "entry", "entries")}) is taken
            back and entered again, in your name. What is there now stays on the tape, struck out.
          </p>
          <Correct entry={view.id} values={view.values} />
        </Panel>
      )}
      <div className="grid items-start gap-3 lg:grid-cols-2">
        <Panel title="It rests on">
          <Entries list={view.restsOn} none="Nothing." />
        </Panel>
        <Panel title="What rests on it">
          <Entries list={view.resting} none="Nothing: it can be undone." />
        </Panel>
      </div>
      <p className="mt-3 font-mono text-[13px] text-ink-2 [overflow-wrap:anywhere]">Seal {view.hash}</p>
    </>
  );
}

function Entries({
  list,
  none,
}: {
  list: readonly { id: number; say: string; because: string }[];
  none: string;
}) {
  if (list.length === 0) return <p className="text-ink-2">{none}</p>;
  return (
    <ul>
      {list.map((e) => (
        <li key={e.id} className="border-b border-rule py-1.5">
          <Link href={`/tape/${e.id}`}>{e.say}</Link>
          <span className="block text-[15px] text-ink-2">{e.because}</span>
        </li>
      ))}
    </ul>
  );
}
