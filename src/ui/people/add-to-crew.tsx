import { ROLE_SAID, ROLES } from "@/house/people/roles";
import { CommandForm } from "../fields/command-form";

/** Each role with what it is for; the one most are first. */
export const ROLE_OPTIONS = ROLES.map((value) => ({
  value,
  label: `${ROLE_SAID[value].label}: ${ROLE_SAID[value].so}`,
}));

export const AddToCrew = () => (
  <CommandForm
    command="add-crew"
    label="Add to the crew"
    inPanel
    fields={[
      { name: "name", label: "Name" },
      { name: "role", label: "Role", kind: "choice", options: ROLE_OPTIONS, span: 3, value: "floor" },
    ]}
  />
);
