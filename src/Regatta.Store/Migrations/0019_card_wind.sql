-- A note says what was set: the wind its card was read at, beside the wind the station heard. Notes from before read their card in the
-- station's wind.
alter table noted_runs add column card_wind double precision check (card_wind between 0 and 100);
