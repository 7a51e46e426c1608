CREATE TABLE `devices` (
	`id` text PRIMARY KEY NOT NULL,
	`name` text NOT NULL,
	`key_hash` text NOT NULL,
	`added_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
--> statement-breakpoint
CREATE UNIQUE INDEX `devices_key_hash_unique` ON `devices` (`key_hash`);--> statement-breakpoint
CREATE TABLE `originals` (
	`id` text PRIMARY KEY NOT NULL,
	`file_name` text NOT NULL,
	`bytes` blob NOT NULL,
	`added_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `writes` (
	`key` text PRIMARY KEY NOT NULL,
	`content_hash` text NOT NULL,
	`answer` text NOT NULL,
	`at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
--> statement-breakpoint
INSERT INTO `originals` (`id`, `file_name`, `bytes`, `added_at`) SELECT `id`, `file_name`, CAST(`text` AS BLOB), `added_at` FROM `drawings`;
