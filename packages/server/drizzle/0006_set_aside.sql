CREATE TABLE `set_aside` (
	`sequence` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`place` text NOT NULL,
	`stored` blob NOT NULL,
	`reason` text NOT NULL,
	`at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
