import { createColumnHelper, flexRender, tableFeatures, useTable } from '@tanstack/react-table';
import type { CutOpening } from '@young-shell/core/cut';
import { sizeWords } from '@young-shell/core/cut';
import { formatLength } from '@young-shell/core/quantity';
import { useMemo } from 'react';
import { useAppDispatch, useAppSelector } from '../../app/store';
import { selectAssessment } from '../../document/selectors';
import { Section } from '../../ui/Section';
import { select } from '../../view/slice';

const features = tableFeatures({});
const column = createColumnHelper<typeof features, CutOpening>();

/** Every opening and hole that the layout asks for, with its place on its face. */
export function OpeningsTable() {
  const { cut } = useAppSelector(selectAssessment).reports;
  const unit = useAppSelector((s) => s.preferences.unit);
  const dispatch = useAppDispatch();
  const columns = useMemo(
    () =>
      column.columns([
        column.accessor('face', { header: 'face', cell: (c) => (c.getValue() === 'bottom' ? 'floor' : c.getValue()) }),
        column.accessor('name', {
          header: 'what',
          cell: (c) => (
            <button
              type="button"
              className="text-left hover:underline"
              onClick={() => dispatch(select({ kind: 'part', id: c.row.original.part }))}
            >
              {c.getValue()}
              {c.row.original.inExisting && (
                <span className="block text-sm text-good">fits an opening that is there</span>
              )}
            </button>
          ),
        }),
        column.accessor((o) => formatLength(o.centre[0], unit), { id: 'across', header: 'across' }),
        column.accessor((o) => formatLength(o.centre[1], unit), { id: 'up', header: 'up' }),
        column.accessor((o) => sizeWords(o, unit), { id: 'size', header: `size, ${unit === 'mm' ? 'mm' : 'in'}` }),
      ]),
    [dispatch, unit],
  );
  const table = useTable({ features, columns, data: cut.openings, getRowId: (o) => o.id });
  const figures = new Set(['across', 'up', 'size']);
  return (
    <Section title="Openings and holes">
      {cut.openings.length === 0 ? (
        <p className="m-0 text-ink-soft">None yet. They follow from where the parts are.</p>
      ) : (
        <table className="w-full border-collapse text-[14px]">
          <thead>
            {table.getHeaderGroups().map((group) => (
              <tr key={group.id}>
                {group.headers.map((header) => (
                  <th
                    key={header.id}
                    scope="col"
                    className={`pb-1 font-label font-medium text-ink-soft ${figures.has(header.id) ? 'text-right' : 'text-left'}`}
                  >
                    {flexRender(header.column.columnDef.header, header.getContext())}
                  </th>
                ))}
              </tr>
            ))}
          </thead>
          <tbody>
            {table.getRowModel().rows.map((row) => (
              <tr key={row.id} className="border-t border-line align-top">
                {row.getAllCells().map((cell) => (
                  <td
                    key={cell.id}
                    className={`py-1 pr-1.5 ${figures.has(cell.column.id) ? 'figure text-right text-[15px] whitespace-nowrap' : ''}`}
                  >
                    {flexRender(cell.column.columnDef.cell, cell.getContext())}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Section>
  );
}
