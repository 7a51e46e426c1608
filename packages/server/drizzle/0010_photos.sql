CREATE TABLE `photos` (
	`id` text PRIMARY KEY NOT NULL,
	`jpeg` blob NOT NULL,
	`kept_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
