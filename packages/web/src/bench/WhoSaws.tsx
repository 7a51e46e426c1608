import { MenuItem, Select } from '@mui/material';
import { useStore } from 'zustand';
import { TARGET } from '../theme/theme';
import { useServices, useShop } from '../use-services';

/** Who is at the saw, where several are: what is done on this device is told of them. */
export function WhoSaws() {
  const { stamps } = useServices();
  const { people } = useShop();
  const { person } = useStore(stamps.store);
  if (people.length === 0) return null;
  const known = person !== null && people.includes(person) ? person : '';
  return (
    <Select
      variant="standard"
      disableUnderline
      displayEmpty
      value={known}
      renderValue={(name) => name || 'Who saws?'}
      onChange={({ target }) => stamps.say(target.value === '' ? null : target.value)}
      inputProps={{ 'aria-label': 'At the saw' }}
      sx={{
        color: 'railText',
        height: TARGET,
        flex: '0 0 auto',
        maxWidth: { xs: 110, md: 200 },
        '& .MuiSelect-icon': { color: 'railText' },
      }}
    >
      <MenuItem value="" sx={{ minHeight: TARGET }}>
        Not said
      </MenuItem>
      {people.map((name) => (
        <MenuItem key={name} value={name} sx={{ minHeight: TARGET }}>
          {name}
        </MenuItem>
      ))}
    </Select>
  );
}
