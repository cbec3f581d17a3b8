"use client";

import {
  CircleHelp,
  FlaskConical,
  GraduationCap,
  Hand,
  ListChecks,
  Menu,
  Moon,
  OctagonPause,
  Route,
  Settings,
  Siren,
  Sprout,
  Sun,
  UsersRound,
  Volume2,
  VolumeX,
} from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useEffect, useState } from "react";
import { mayLook } from "@/house/access/rights";
import { beSilent, isSilent } from "../floor/silent";
import { Link } from "../link";
import { useAway, useRole } from "../people/rights";
import { remember } from "./remember";
import { askWhatIsThis } from "./what-is-this";

const ITEM =
  "flex min-h-12 items-center gap-3 rounded px-3 outline-none no-underline data-[highlighted]:bg-go-fill";

const SHELVES = [
  { href: "/work", label: "My work", Icon: Hand },
  { href: "/trace", label: "Trace", Icon: Route },
  { href: "/recall", label: "Recall", Icon: Siren },
  { href: "/season", label: "Season", Icon: Sprout },
  { href: "/checks", label: "Checklists", Icon: ListChecks },
  { href: "/held", label: "Held", Icon: OctagonPause },
  { href: "/laboratory", label: "Laboratory", Icon: FlaskConical },
  { href: "/practice", label: "Practice", Icon: GraduationCap },
  { href: "/people", label: "People", Icon: UsersRound },
  { href: "/set-up", label: "Set-up", Icon: Settings },
] as const;

/** What lies behind the strip's end. */
export function MoreShelves() {
  const role = useRole();
  const away = useAway();
  const [loud, setLoud] = useState(true);
  useEffect(() => setLoud(!isSilent()), []);
  const light = (theme: "day" | "lamp") => {
    document.documentElement.dataset.theme = theme;
    remember("aumbry-theme", theme);
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="flex w-16 shrink-0 flex-col items-center justify-center gap-1 rounded border border-timber-2 text-[13px] font-semibold text-on-timber">
        <Menu size={20} aria-hidden />
        More
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          sideOffset={6}
          className="z-30 min-w-52 rounded border border-rule bg-shelf p-1.5 text-ink shadow-lg"
        >
          {SHELVES.filter(
            ({ href }) => mayLook(href, role) && !(href === "/work" && away.has("planners")),
          ).map(({ href, label, Icon }) => (
            <DropdownMenu.Item key={href} asChild>
              <Link className={ITEM} href={href}>
                <Icon size={18} aria-hidden /> {label}
              </Link>
            </DropdownMenu.Item>
          ))}
          <DropdownMenu.Separator className="my-1 border-t border-rule" />
          <DropdownMenu.Item className={ITEM} onSelect={askWhatIsThis}>
            <CircleHelp size={18} aria-hidden /> What is this?
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => light("day")}>
            <Sun size={18} aria-hidden /> Daylight
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => light("lamp")}>
            <Moon size={18} aria-hidden /> Lamp
          </DropdownMenu.Item>
          <DropdownMenu.CheckboxItem
            className={ITEM}
            checked={loud}
            onCheckedChange={(to) => {
              beSilent(!to);
              setLoud(to);
            }}
          >
            {loud ? <Volume2 size={18} aria-hidden /> : <VolumeX size={18} aria-hidden />}
            {loud ? "Sounds are on" : "Sounds are off"}
          </DropdownMenu.CheckboxItem>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
