import { Tab, TabGroup, TabList, TabPanel, TabPanels } from "@headlessui/react";
import type { ReactNode } from "react";

export interface TabOf<Name extends string> {
  name: Name;
  title: string;
  panel: ReactNode;
}

interface TabsProps<Name extends string> {
  label: string;
  tabs: TabOf<Name>[];
  at: Name;
  onAt: (name: Name) => void;
}

/** A strip of tabs over what the chosen one shows; the arrow keys go through it. */
export function Tabs<Name extends string>({ label, tabs, at, onAt }: TabsProps<Name>) {
  const now = tabs.findIndex((tab) => tab.name === at);
  return (
    <TabGroup
      className="flex min-h-0 grow flex-col"
      selectedIndex={now}
      onChange={(index) => {
        const chosen = tabs[index];
        if (chosen) onAt(chosen.name);
      }}
    >
      <TabList aria-label={label} className="no-print flex shrink-0 overflow-x-auto border-b border-[var(--line)] px-4">
        {tabs.map((tab) => (
          <Tab
            key={tab.name}
            className="soft min-h-9 shrink-0 border-b-2 border-transparent px-2.5 data-[selected]:border-base-content
              data-[selected]:font-semibold data-[selected]:text-base-content"
          >
            {tab.title}
          </Tab>
        ))}
      </TabList>
      <TabPanels className="flex min-h-0 grow flex-col">
        {tabs.map((tab) => (
          <TabPanel key={tab.name} className="min-h-0 grow overflow-auto px-4 py-3">
            {tab.panel}
          </TabPanel>
        ))}
      </TabPanels>
    </TabGroup>
  );
}
