import { Box, Button, Typography } from '@mui/material';
import { useRevalidator } from 'react-router';
import type { LocalNetwork } from '@rapid-jig/contract';
import type { Answer } from '../api/client';
import { useServices } from '../use-services';
import { FIGURE } from '../theme/theme';
import { Section } from './Section';

/** For the tablet beside the saw: where to go, the code it is asked for, and which devices were let in. */
export function NetworkSection({ network }: { readonly network: Awaited<Answer<LocalNetwork>> }) {
  const { api, say } = useServices();
  const { revalidate } = useRevalidator();
  const turnOut = async (id: string): Promise<void> => {
    const answer = await api.turnOut(id);
    if (!answer.ok) say(`${answer.error.message} ${answer.error.hint}`);
    await revalidate();
  };
  return (
    <Section title="Other devices" id="devices">
      {network.ok ? (
        <Way network={network.value} />
      ) : (
        <Typography>{`${network.error.message} ${network.error.hint}`}</Typography>
      )}
      {(network.ok ? network.value.devices : []).map(({ id, name, addedAt }) => (
        <Box key={id} sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
          <Typography sx={{ flex: 1, overflowWrap: 'anywhere' }}>
            {name}, let in on {new Date(addedAt).toLocaleDateString()}
          </Typography>
          <Button color="error" onClick={() => void turnOut(id)}>
            Turn out
          </Button>
        </Box>
      ))}
    </Section>
  );
}

function Way({ network: { addresses, qrSvg, code, trust } }: { readonly network: LocalNetwork }) {
  const [first] = addresses;
  if (first === undefined)
    return (
      <Typography>
        Only this computer is listened to. Start with <code>npm start -- --lan</code> to use a tablet beside the saw.
      </Typography>
    );
  return (
    <>
      <Trust trust={trust} />
      <Box sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'center' }}>
        {qrSvg !== null && (
          <img
            alt={`Address for a camera: ${first}`}
            width={148}
            height={148}
            src={`data:image/svg+xml;utf8,${encodeURIComponent(qrSvg)}`}
          />
        )}
        <Box>
          <Typography>Open this on the other device, in the same network:</Typography>
          <Typography sx={{ ...FIGURE, fontWeight: 700, overflowWrap: 'anywhere' }}>{addresses.join(', ')}</Typography>
          <Typography sx={{ mt: 1 }}>It is asked once for this code:</Typography>
          <Typography sx={{ ...FIGURE, fontSize: '2rem', letterSpacing: '0.15em' }}>{code}</Typography>
        </Box>
      </Box>
    </>
  );
}

/** What a device needs for pages that open without the network, or what is missing for them. */
function Trust({ trust }: Pick<LocalNetwork, 'trust'>) {
  return (
    <Typography sx={{ mb: 2, overflowWrap: 'anywhere' }}>
      {trust ? (
        <>
          First, once on each device: open <b>{trust.address}</b> there, which tells how it comes to trust this shop,
          and compare the fingerprint <code>{trust.fingerprint}</code>
        </>
      ) : (
        <>
          Counting works there. Pages open only while this program runs, and the screen may go dark at the saw: for
          both, start with <code>npm start -- --lan --https</code>.
        </>
      )}
    </Typography>
  );
}
