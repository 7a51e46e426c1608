CREATE TABLE `drawings` (
	`id` text PRIMARY KEY NOT NULL,
	`file_name` text NOT NULL,
	`text` text NOT NULL,
	`added_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `plan_snapshots` (
	`run_id` text PRIMARY KEY NOT NULL,
	`input_hash` text NOT NULL,
	`core_version` text NOT NULL,
	`started_at` text NOT NULL,
	`plan` text NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `run_pins` (
	`run_id` text NOT NULL,
	`template_id` text NOT NULL,
	`revision` integer NOT NULL,
	PRIMARY KEY(`run_id`, `template_id`),
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action,
	FOREIGN KEY (`template_id`) REFERENCES `templates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE INDEX `run_pins_revision` ON `run_pins` (`template_id`,`revision`);--> statement-breakpoint
CREATE TABLE `runs` (
	`id` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`doc` text NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `singletons` (
	`name` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`doc` text NOT NULL
);
--> statement-breakpoint
CREATE TABLE `template_revisions` (
	`template_id` text NOT NULL,
	`revision` integer NOT NULL,
	`doc` text NOT NULL,
	PRIMARY KEY(`template_id`, `revision`),
	FOREIGN KEY (`template_id`) REFERENCES `templates`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE TABLE `templates` (
	`id` text PRIMARY KEY NOT NULL,
	`version` integer NOT NULL,
	`revision` integer NOT NULL,
	`updated_at` text DEFAULT (strftime('%Y-%m-%dT%H:%M:%fZ', 'now')) NOT NULL
);
--> statement-breakpoint
CREATE TABLE `work_events` (
	`sequence` integer PRIMARY KEY AUTOINCREMENT NOT NULL,
	`id` text NOT NULL,
	`run_id` text NOT NULL,
	`doc` text NOT NULL,
	FOREIGN KEY (`run_id`) REFERENCES `runs`(`id`) ON UPDATE no action ON DELETE no action
);
--> statement-breakpoint
CREATE UNIQUE INDEX `work_events_id_unique` ON `work_events` (`id`);--> statement-breakpoint
CREATE INDEX `work_events_run` ON `work_events` (`run_id`);