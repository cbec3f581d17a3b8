import { daysLater } from "@/house/language/clock";
import { CommandForm } from "../fields/command-form";

/** Somebody wants jars by a day. */
export function TakeOrder({ buyers, today }: { buyers: string[]; today: string }) {
  return (
    <CommandForm
      command="take-order"
      label="Take the order"
      keep={["buyer"]}
      fields={[
        { name: "buyer", label: "Buyer", offers: buyers, placeholder: "Harbour Deli", span: 3 },
        { name: "jars", label: "Jars", kind: "figure", span: 1 },
        { name: "jarG", label: "Net a jar", unit: "g", kind: "figure", span: 1 },
        { name: "honeyKind", label: "Kind of honey", span: 2, hint: "any when left out" },
        { name: "by", label: "Wanted by", kind: "day", span: 2, value: daysLater(today, 7) },
        { name: "price", label: "Price of a jar", kind: "figure", span: 1 },
      ]}
    />
  );
}
