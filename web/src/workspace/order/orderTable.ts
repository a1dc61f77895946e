import {
  columnFilteringFeature,
  columnGroupingFeature,
  createColumnHelper,
  createExpandedRowModel,
  createFilteredRowModel,
  createGroupedRowModel,
  createSortedRowModel,
  globalFilteringFeature,
  rowExpandingFeature,
  rowSortingFeature,
  tableFeatures,
  useTable,
} from '@tanstack/vue-table';
import { computed, type ComputedRef, type Ref, ref } from 'vue';
import type { OrderRow } from './orderRows.ts';

const features = tableFeatures({
  columnFilteringFeature,
  globalFilteringFeature,
  rowSortingFeature,
  columnGroupingFeature,
  rowExpandingFeature,
  filteredRowModel: createFilteredRowModel(),
  sortedRowModel: createSortedRowModel(),
  groupedRowModel: createGroupedRowModel(),
  expandedRowModel: createExpandedRowModel(),
});

/** What the list is sorted by, in the order of the heads. */
export const heads = [
  { id: 'name', says: 'What' },
  { id: 'quantity', says: 'How many' },
  { id: 'toBuy', says: 'To buy' },
  { id: 'cents', says: 'Cost' },
] as const;
export type Head = (typeof heads)[number]['id'];

interface Sorted {
  readonly original: OrderRow;
}
const byNumber =
  (column: 'quantity' | 'toBuy' | 'cents') =>
  (a: Sorted, b: Sorted): number =>
    (a.original[column] ?? -1) - (b.original[column] ?? -1);

const column = createColumnHelper<typeof features, OrderRow>();
const columns = column.columns([
  column.accessor('group', {}),
  column.accessor('name', { sortFn: (a, b) => a.original.name.localeCompare(b.original.name) }),
  column.accessor('quantity', { sortFn: byNumber('quantity') }),
  column.accessor('toBuy', { sortFn: byNumber('toBuy') }),
  column.accessor('cents', { sortFn: byNumber('cents') }),
]);

/** Rows under one heading. */
export interface RowGroup {
  readonly heading: string;
  readonly rows: readonly OrderRow[];
}

const isFound = ({ name, group, line }: OrderRow, asked: string): boolean =>
  `${name} ${group} ${line.item}`.toLowerCase().includes(asked.trim().toLowerCase());

/** The list under its headings, narrowed to what is looked for and sorted within each by a head that was pressed: once up, once down, then as it comes. */
export function useOrderTable(rows: Ref<readonly OrderRow[]>, find: Ref<string>) {
  const sorting = ref<{ id: string; desc: boolean }[]>([]);
  const table = useTable({
    features,
    columns,
    data: rows,
    getRowId: (row: OrderRow) => row.id,
    groupedColumnMode: false,
    globalFilterFn: (row: Sorted, _column: string, asked: string) => isFound(row.original, asked),
    getColumnCanGlobalFilter: ({ id }) => id === 'name',
    state: computed(() => ({
      ...{ grouping: ['group'], expanded: true as const },
      ...{ globalFilter: find.value, sorting: sorting.value },
    })),
  });
  const groups: ComputedRef<RowGroup[]> = computed(() =>
    table
      .getRowModel()
      .rows.filter((r) => r.getIsGrouped())
      .map((r) => ({
        heading: String(r.groupingValue),
        rows: r.subRows.map((own) => own.original),
      })),
  );
  function sortBy(id: Head): void {
    const [now] = sorting.value;
    if (now?.id !== id) sorting.value = [{ id, desc: false }];
    else sorting.value = now.desc ? [] : [{ id, desc: true }];
  }
  const sortedBy = (id: Head): 'ascending' | 'descending' | 'none' => {
    const [now] = sorting.value;
    return now?.id !== id ? 'none' : now.desc ? 'descending' : 'ascending';
  };
  return { groups, sortBy, sortedBy };
}
