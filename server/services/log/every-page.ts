import type { Page, PageQuery } from '../../../shared/schemas/log/common'

const PAGE = 200

/** All rows of a list, page after page: none is left out where there are more than one page holds. */
export async function everyPage<Item, Query extends PageQuery>(
  page: (query: Query) => Promise<Page<Item>>,
  query: Omit<Query, 'after' | 'limit'>,
): Promise<Item[]> {
  const items: Item[] = []
  let after: string | undefined
  do {
    const found = await page({ ...query, limit: PAGE, ...(after && { after }) } as Query)
    items.push(...found.items)
    after = found.next ?? undefined
  } while (after)
  return items
}
