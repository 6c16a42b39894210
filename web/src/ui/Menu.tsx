import { Menu as Headless, MenuButton, MenuItem, MenuItems } from "@headlessui/react";

export interface MenuEntry {
  title: string;
  onChoose: () => void;
}

/** A menu that unfolds under its name; the arrow keys go through it, Escape closes it. */
export function Menu({ name, entries }: { name: string; entries: MenuEntry[] }) {
  return (
    <Headless>
      <MenuButton className="min-h-7 cursor-pointer underline decoration-dotted underline-offset-4">{name}</MenuButton>
      <MenuItems
        anchor="bottom end"
        className="menu z-40 mt-2 w-44 rounded border border-base-content bg-base-100 focus:outline-none"
      >
        {entries.map(({ title, onChoose }) => (
          <MenuItem key={title}>
            <button type="button" className="w-full px-3 py-1.5 text-left data-[focus]:bg-base-300" onClick={onChoose}>
              {title}
            </button>
          </MenuItem>
        ))}
      </MenuItems>
    </Headless>
  );
}
