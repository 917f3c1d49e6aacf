CREATE TABLE `images` (
	`hash` text PRIMARY KEY NOT NULL,
	`type` text NOT NULL,
	`width` integer NOT NULL,
	`height` integer NOT NULL,
	`saved_at` integer NOT NULL,
	`bytes` blob NOT NULL
);
