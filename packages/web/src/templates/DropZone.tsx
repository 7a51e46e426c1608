import { useRef, useState } from 'react';
import { Alert, Box, Button, Typography } from '@mui/material';
import { IconFileVector } from '@tabler/icons-react';
import { useStore } from 'zustand';
import { incoming, takeFile } from './incoming';

interface DropZoneProps {
  readonly words: string;
  readonly onTaken: () => void;
  readonly large?: boolean;
}

/** Where a drawing is dropped, or chosen from the disk. */
export function DropZone({ words, onTaken, large = false }: DropZoneProps) {
  const input = useRef<HTMLInputElement>(null);
  const [over, setOver] = useState(false);
  const fault = useStore(incoming, (state) => state.fault);
  const take = (files: FileList | null): void => {
    void takeFile(files).then((taken) => {
      if (taken) onTaken();
    });
  };
  return (
    <Box
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        take(event.dataTransfer.files);
      }}
      sx={{
        border: '2px dashed',
        borderColor: over ? 'line' : 'shelf',
        borderRadius: 2,
        bgcolor: 'sheet',
        p: large ? 5 : 2,
        display: 'flex',
        flexDirection: large ? 'column' : 'row',
        alignItems: 'center',
        flexWrap: 'wrap',
        gap: 2,
      }}
    >
      <IconFileVector size={large ? 44 : 26} />
      <Typography sx={{ flex: '1 1 200px', textAlign: large ? 'center' : 'left' }}>{words}</Typography>
      <Button variant="contained" onClick={() => input.current?.click()}>
        Choose a drawing
      </Button>
      <input
        ref={input}
        type="file"
        accept=".svg,.dxf,image/svg+xml,image/vnd.dxf"
        hidden
        aria-label="Drawing"
        onChange={(event) => {
          take(event.target.files);
          event.target.value = '';
        }}
      />
      {fault && (
        <Alert severity="error">
          {fault.message} ({fault.where}) {fault.hint}
        </Alert>
      )}
    </Box>
  );
}
