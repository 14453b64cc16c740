-- Every foreign key has stood since the migration that made it, under the same name. From here on the tables declare them
-- too; nothing changes.
SELECT 1;
