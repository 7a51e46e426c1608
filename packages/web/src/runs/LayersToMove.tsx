import { useState } from 'react';
import { Box, Button, Menu, MenuItem } from '@mui/material';
import { useDrag } from '@use-gesture/react';
import { gangName, isToSaw, type PlannedStack, type StackedGang } from '@rapid-jig/core';
import { Swatch } from '../drawing/Swatch';
import { setDragged, useDragged, useLayerTargets, useMoveLayer } from './move-layer';

/** Names a card that a layer may be dropped on. */
export const DROP_STACK = 'data-stack';

/** A handle for each kind of layer of a stack: dragged onto another stack, or opened to choose one, it moves one layer there. */
export function LayersToMove({ stack }: { readonly stack: PlannedStack }) {
  if (!isToSaw(stack)) return null;
  const single = stack.gangs.filter(({ parts }) => parts.length === 1);
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
      {single.map((gang) => (
        <LayerHandle key={gang.key} stack={stack} gang={gang} />
      ))}
    </Box>
  );
}

/** So near the upper or lower edge of the window a drag scrolls the page, and so far each time, px. */
const EDGE = 70;
const SCROLL = 28;

const scrollAtEdge = (y: number): void => {
  if (y < EDGE) window.scrollBy(0, -SCROLL);
  else if (y > window.innerHeight - EDGE) window.scrollBy(0, SCROLL);
};

function LayerHandle({ stack, gang }: { readonly stack: PlannedStack; readonly gang: StackedGang }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const partId = gang.parts[0]?.partId ?? '';
  const targets = useLayerTargets(stack, partId);
  const move = useMoveLayer();
  const bind = useDrag(
    ({ active, xy: [x, y], tap, event }) => {
      event.preventDefault();
      setDragged(active ? { from: stack, partId, x, y } : null);
      if (active) scrollAtEdge(y);
      if (active || tap) return;
      const key = document.elementFromPoint(x, y)?.closest(`[${DROP_STACK}]`)?.getAttribute(DROP_STACK);
      const target = targets.find((one) => one.stack?.key === key);
      if (target) move(stack, target.stack, partId);
    },
    { filterTaps: true },
  );
  if (targets.length === 0) return null;
  const name = gangName(gang);
  return (
    <>
      <Button
        {...bind()}
        size="small"
        color="inherit"
        sx={{ touchAction: 'none', cursor: 'grab', gap: 0.75, py: 0.25, border: 1, borderColor: 'divider' }}
        aria-label={`Move a layer of ${name}`}
        aria-haspopup="menu"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        <Swatch woodId={gang.wood.id} width={22} height={10} /> {name}
      </Button>
      {anchor && (
        <Menu open anchorEl={anchor} onClose={() => setAnchor(null)}>
          {targets.map(({ stack: to, words }) => (
            <MenuItem
              key={to?.key ?? 'alone'}
              onClick={() => {
                setAnchor(null);
                move(stack, to, partId);
              }}
            >
              {to ? `Onto ${words}` : words}
            </MenuItem>
          ))}
        </Menu>
      )}
    </>
  );
}

/** The layer in the air, below the pointer. */
export function DraggedLayer() {
  const now = useDragged();
  const gang = now?.from.gangs.find(({ parts }) => parts.some(({ partId }) => partId === now.partId));
  if (!now || !gang) return null;
  return (
    <Box sx={{ position: 'fixed', left: now.x + 8, top: now.y + 8, zIndex: 'tooltip', pointerEvents: 'none' }}>
      <Swatch woodId={gang.wood.id} width={120} height={16} />
    </Box>
  );
}
