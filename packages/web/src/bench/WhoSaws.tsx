import { MenuItem, Select } from '@mui/material';
import { useStore } from 'zustand';
import { personIn } from '../documents/stamp';
import { TARGET } from '../theme/theme';
import { useServices, useShop } from '../use-services';

/** Who is at the saw, where several are: what is done on this device is told of them. */
export function WhoSaws() {
  const { stamps } = useServices();
  const shop = useShop();
  const person = personIn(shop, useStore(stamps.store));
  if (shop.people.length === 0) return null;
  return (
    <Select
      variant="standard"
      disableUnderline
      displayEmpty
      value={person ?? ''}
      renderValue={(name) => name || 'Who?'}
      onChange={({ target }) => stamps.say(target.value === '' ? null : target.value)}
      inputProps={{ 'aria-label': 'At the saw' }}
      sx={{
        color: 'railText',
        height: TARGET,
        flex: '0 1 auto',
        minWidth: 0,
        maxWidth: { xs: 92, md: 200 },
        '& .MuiSelect-icon': { color: 'railText' },
      }}
    >
      <MenuItem value="" sx={{ minHeight: TARGET }}>
        Not said
      </MenuItem>
      {shop.people.map((name) => (
        <MenuItem key={name} value={name} sx={{ minHeight: TARGET }}>
          {name}
        </MenuItem>
      ))}
    </Select>
  );
}
