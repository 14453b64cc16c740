-- Foreign keys take the names that a reference at its column has; what they say is what they said.
ALTER TABLE "balance" RENAME CONSTRAINT "balance_updated_by_fkey" TO "balance_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "balance_check" RENAME CONSTRAINT "balance_check_balance_id_fkey" TO "balance_check_balance_id_balance_id_fk";
--> statement-breakpoint
ALTER TABLE "balance_check" RENAME CONSTRAINT "balance_check_by_fkey" TO "balance_check_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "germination_count" RENAME CONSTRAINT "germination_count_subject_fkey" TO "germination_count_subject_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "germination_count" RENAME CONSTRAINT "germination_count_by_fkey" TO "germination_count_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "tally_event" RENAME CONSTRAINT "tally_event_dish_id_fkey" TO "tally_event_dish_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "tally_event" RENAME CONSTRAINT "tally_event_by_fkey" TO "tally_event_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "held_place" RENAME CONSTRAINT "held_place_person_id_fkey" TO "held_place_person_id_person_id_fk";
--> statement-breakpoint
ALTER TABLE "late_fate" RENAME CONSTRAINT "late_fate_by_fkey" TO "late_fate_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "moisture_observation" RENAME CONSTRAINT "moisture_observation_subject_fkey" TO "moisture_observation_subject_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "moisture_observation" RENAME CONSTRAINT "moisture_observation_by_fkey" TO "moisture_observation_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "name_binding" RENAME CONSTRAINT "name_binding_lot_id_fkey" TO "name_binding_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "name_binding" RENAME CONSTRAINT "name_binding_test_id_fkey" TO "name_binding_test_id_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "name_binding" RENAME CONSTRAINT "name_binding_by_fkey" TO "name_binding_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "name_binding" RENAME CONSTRAINT "name_binding_supersedes_fkey" TO "name_binding_supersedes_name_binding_id_fk";
--> statement-breakpoint
ALTER TABLE "find_event" RENAME CONSTRAINT "find_event_test_id_fkey" TO "find_event_test_id_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "find_event" RENAME CONSTRAINT "find_event_by_fkey" TO "find_event_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "other_seeds_observation" RENAME CONSTRAINT "other_seeds_observation_subject_fkey" TO "other_seeds_observation_subject_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "other_seeds_observation" RENAME CONSTRAINT "other_seeds_observation_by_fkey" TO "other_seeds_observation_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "purity_observation" RENAME CONSTRAINT "purity_observation_subject_fkey" TO "purity_observation_subject_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "purity_observation" RENAME CONSTRAINT "purity_observation_by_fkey" TO "purity_observation_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_end" RENAME CONSTRAINT "bag_end_bag_id_fkey" TO "bag_end_bag_id_quick_bag_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_end" RENAME CONSTRAINT "bag_end_by_fkey" TO "bag_end_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_look" RENAME CONSTRAINT "bag_look_bag_id_fkey" TO "bag_look_bag_id_quick_bag_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_look" RENAME CONSTRAINT "bag_look_by_fkey" TO "bag_look_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_look_strike" RENAME CONSTRAINT "bag_look_strike_look_id_fkey" TO "bag_look_strike_look_id_bag_look_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_look_strike" RENAME CONSTRAINT "bag_look_strike_by_fkey" TO "bag_look_strike_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_reopen" RENAME CONSTRAINT "bag_reopen_by_fkey" TO "bag_reopen_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "bag_reopen" RENAME CONSTRAINT "bag_reopen_bag_id_number_fkey" TO "bag_reopen_bag_id_number_bag_end_bag_id_number_fk";
--> statement-breakpoint
ALTER TABLE "quick_bag" RENAME CONSTRAINT "quick_bag_round_id_fkey" TO "quick_bag_round_id_quick_round_id_fk";
--> statement-breakpoint
ALTER TABLE "quick_bag" RENAME CONSTRAINT "quick_bag_packet_id_fkey" TO "quick_bag_packet_id_packet_id_fk";
--> statement-breakpoint
ALTER TABLE "quick_round" RENAME CONSTRAINT "quick_round_by_fkey" TO "quick_round_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "bench_test" RENAME CONSTRAINT "bench_test_lot_id_fkey" TO "bench_test_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "bench_test" RENAME CONSTRAINT "bench_test_vessel_id_fkey" TO "bench_test_vessel_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "bench_test" RENAME CONSTRAINT "bench_test_edition_id_fkey" TO "bench_test_edition_id_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "decision" RENAME CONSTRAINT "decision_test_id_fkey" TO "decision_test_id_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "decision" RENAME CONSTRAINT "decision_vessel_id_fkey" TO "decision_vessel_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "decision" RENAME CONSTRAINT "decision_heterogeneity_id_fkey" TO "decision_heterogeneity_id_heterogeneity_test_id_fk";
--> statement-breakpoint
ALTER TABLE "decision" RENAME CONSTRAINT "decision_by_fkey" TO "decision_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "heterogeneity_test" RENAME CONSTRAINT "heterogeneity_test_lot_id_fkey" TO "heterogeneity_test_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "heterogeneity_test" RENAME CONSTRAINT "heterogeneity_test_edition_id_fkey" TO "heterogeneity_test_edition_id_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "heterogeneity_test" RENAME CONSTRAINT "heterogeneity_test_by_fkey" TO "heterogeneity_test_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "judgement" RENAME CONSTRAINT "judgement_test_id_fkey" TO "judgement_test_id_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "judgement" RENAME CONSTRAINT "judgement_vessel_id_fkey" TO "judgement_vessel_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "judgement" RENAME CONSTRAINT "judgement_heterogeneity_id_fkey" TO "judgement_heterogeneity_id_heterogeneity_test_id_fk";
--> statement-breakpoint
ALTER TABLE "judgement" RENAME CONSTRAINT "judgement_edition_id_fkey" TO "judgement_edition_id_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "lot" RENAME CONSTRAINT "lot_edition_id_fkey" TO "lot_edition_id_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "lot" RENAME CONSTRAINT "lot_parent_lot_id_fkey" TO "lot_parent_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "lot" RENAME CONSTRAINT "lot_updated_by_fkey" TO "lot_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "lot_request" RENAME CONSTRAINT "lot_request_lot_id_fkey" TO "lot_request_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "lot_request" RENAME CONSTRAINT "lot_request_by_fkey" TO "lot_request_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "lot_revision" RENAME CONSTRAINT "lot_revision_lot_id_fkey" TO "lot_revision_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "lot_revision" RENAME CONSTRAINT "lot_revision_by_fkey" TO "lot_revision_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "other_result" RENAME CONSTRAINT "other_result_lot_id_fkey" TO "other_result_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "other_result" RENAME CONSTRAINT "other_result_by_fkey" TO "other_result_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "other_result" RENAME CONSTRAINT "other_result_supersedes_fkey" TO "other_result_supersedes_other_result_id_fk";
--> statement-breakpoint
ALTER TABLE "password_reset" RENAME CONSTRAINT "password_reset_person_id_fkey" TO "password_reset_person_id_person_id_fk";
--> statement-breakpoint
ALTER TABLE "password_reset" RENAME CONSTRAINT "password_reset_by_fkey" TO "password_reset_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "station" RENAME CONSTRAINT "station_open_lot_id_fkey" TO "station_open_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "station" RENAME CONSTRAINT "station_last_lot_id_fkey" TO "station_last_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "station_event" RENAME CONSTRAINT "station_event_station_id_fkey" TO "station_event_station_id_station_id_fk";
--> statement-breakpoint
ALTER TABLE "station_event" RENAME CONSTRAINT "station_event_lot_id_fkey" TO "station_event_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "station_event" RENAME CONSTRAINT "station_event_by_fkey" TO "station_event_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel" RENAME CONSTRAINT "vessel_lot_id_fkey" TO "vessel_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel" RENAME CONSTRAINT "vessel_parent_id_fkey" TO "vessel_parent_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel" RENAME CONSTRAINT "vessel_poured_into_fkey" TO "vessel_poured_into_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel" RENAME CONSTRAINT "vessel_station_id_fkey" TO "vessel_station_id_station_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel" RENAME CONSTRAINT "vessel_updated_by_fkey" TO "vessel_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel_event" RENAME CONSTRAINT "vessel_event_lot_id_fkey" TO "vessel_event_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel_event" RENAME CONSTRAINT "vessel_event_vessel_id_fkey" TO "vessel_event_vessel_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "vessel_event" RENAME CONSTRAINT "vessel_event_by_fkey" TO "vessel_event_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "release" RENAME CONSTRAINT "release_lot_id_fkey" TO "release_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "release" RENAME CONSTRAINT "release_amends_fkey" TO "release_amends_release_id_fk";
--> statement-breakpoint
ALTER TABLE "release" RENAME CONSTRAINT "release_by_fkey" TO "release_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "edition_act" RENAME CONSTRAINT "edition_act_edition_id_fkey" TO "edition_act_edition_id_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "edition_act" RENAME CONSTRAINT "edition_act_by_fkey" TO "edition_act_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "own_kind" RENAME CONSTRAINT "own_kind_by_fkey" TO "own_kind_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "rule_book_draft" RENAME CONSTRAINT "rule_book_draft_based_on_fkey" TO "rule_book_draft_based_on_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "rule_book_draft" RENAME CONSTRAINT "rule_book_draft_by_fkey" TO "rule_book_draft_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "heterogeneity_observation" RENAME CONSTRAINT "heterogeneity_observation_subject_fkey" TO "heterogeneity_observation_subject_heterogeneity_test_id_fk";
--> statement-breakpoint
ALTER TABLE "heterogeneity_observation" RENAME CONSTRAINT "heterogeneity_observation_by_fkey" TO "heterogeneity_observation_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "primary_sample" RENAME CONSTRAINT "primary_sample_draw_id_fkey" TO "primary_sample_draw_id_sampling_draw_id_fk";
--> statement-breakpoint
ALTER TABLE "primary_sample" RENAME CONSTRAINT "primary_sample_vessel_id_fkey" TO "primary_sample_vessel_id_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "sampling_draw" RENAME CONSTRAINT "sampling_draw_lot_id_fkey" TO "sampling_draw_lot_id_lot_id_fk";
--> statement-breakpoint
ALTER TABLE "sampling_draw" RENAME CONSTRAINT "sampling_draw_edition_id_fkey" TO "sampling_draw_edition_id_rule_book_edition_id_fk";
--> statement-breakpoint
ALTER TABLE "sampling_draw" RENAME CONSTRAINT "sampling_draw_by_fkey" TO "sampling_draw_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "sampling_observation" RENAME CONSTRAINT "sampling_observation_subject_fkey" TO "sampling_observation_subject_vessel_id_fk";
--> statement-breakpoint
ALTER TABLE "sampling_observation" RENAME CONSTRAINT "sampling_observation_by_fkey" TO "sampling_observation_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "sowing_plan" RENAME CONSTRAINT "sowing_plan_packet_id_fkey" TO "sowing_plan_packet_id_packet_id_fk";
--> statement-breakpoint
ALTER TABLE "sowing_plan" RENAME CONSTRAINT "sowing_plan_updated_by_fkey" TO "sowing_plan_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "sowing_plan_revision" RENAME CONSTRAINT "sowing_plan_revision_plan_id_fkey" TO "sowing_plan_revision_plan_id_sowing_plan_id_fk";
--> statement-breakpoint
ALTER TABLE "sowing_plan_revision" RENAME CONSTRAINT "sowing_plan_revision_by_fkey" TO "sowing_plan_revision_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "batch_line" RENAME CONSTRAINT "batch_line_batch_id_fkey" TO "batch_line_batch_id_timed_batch_id_fk";
--> statement-breakpoint
ALTER TABLE "batch_line" RENAME CONSTRAINT "batch_line_by_fkey" TO "batch_line_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "timed_batch" RENAME CONSTRAINT "timed_batch_place_id_fkey" TO "timed_batch_place_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "timed_batch" RENAME CONSTRAINT "timed_batch_updated_by_fkey" TO "timed_batch_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "accession" RENAME CONSTRAINT "accession_updated_by_fkey" TO "accession_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "accession_revision" RENAME CONSTRAINT "accession_revision_accession_id_fkey" TO "accession_revision_accession_id_accession_id_fk";
--> statement-breakpoint
ALTER TABLE "accession_revision" RENAME CONSTRAINT "accession_revision_by_fkey" TO "accession_revision_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "climate_reading" RENAME CONSTRAINT "climate_reading_place_id_fkey" TO "climate_reading_place_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "climate_reading" RENAME CONSTRAINT "climate_reading_list_id_fkey" TO "climate_reading_list_id_store_list_id_fk";
--> statement-breakpoint
ALTER TABLE "climate_reading" RENAME CONSTRAINT "climate_reading_by_fkey" TO "climate_reading_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "climate_strike" RENAME CONSTRAINT "climate_strike_reading_id_fkey" TO "climate_strike_reading_id_climate_reading_id_fk";
--> statement-breakpoint
ALTER TABLE "climate_strike" RENAME CONSTRAINT "climate_strike_by_fkey" TO "climate_strike_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "packet" RENAME CONSTRAINT "packet_accession_id_fkey" TO "packet_accession_id_accession_id_fk";
--> statement-breakpoint
ALTER TABLE "packet" RENAME CONSTRAINT "packet_place_id_fkey" TO "packet_place_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "packet" RENAME CONSTRAINT "packet_list_id_fkey" TO "packet_list_id_store_list_id_fk";
--> statement-breakpoint
ALTER TABLE "packet" RENAME CONSTRAINT "packet_updated_by_fkey" TO "packet_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_line" RENAME CONSTRAINT "packet_line_packet_id_fkey" TO "packet_line_packet_id_packet_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_line" RENAME CONSTRAINT "packet_line_by_fkey" TO "packet_line_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "place_line" RENAME CONSTRAINT "place_line_place_id_fkey" TO "place_line_place_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "place_line" RENAME CONSTRAINT "place_line_by_fkey" TO "place_line_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "store_list" RENAME CONSTRAINT "store_list_place_id_fkey" TO "store_list_place_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "store_list" RENAME CONSTRAINT "store_list_by_fkey" TO "store_list_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "store_list" RENAME CONSTRAINT "store_list_updated_by_fkey" TO "store_list_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "store_place" RENAME CONSTRAINT "store_place_parent_id_fkey" TO "store_place_parent_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "store_place" RENAME CONSTRAINT "store_place_list_id_fkey" TO "store_place_list_id_store_list_id_fk";
--> statement-breakpoint
ALTER TABLE "store_place" RENAME CONSTRAINT "store_place_updated_by_fkey" TO "store_place_updated_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "weight_observation" RENAME CONSTRAINT "weight_observation_subject_fkey" TO "weight_observation_subject_bench_test_id_fk";
--> statement-breakpoint
ALTER TABLE "weight_observation" RENAME CONSTRAINT "weight_observation_by_fkey" TO "weight_observation_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test" RENAME CONSTRAINT "packet_test_packet_id_fkey" TO "packet_test_packet_id_packet_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test" RENAME CONSTRAINT "packet_test_bag_id_fkey" TO "packet_test_bag_id_quick_bag_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test" RENAME CONSTRAINT "packet_test_place_id_fkey" TO "packet_test_place_id_store_place_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test" RENAME CONSTRAINT "packet_test_supersedes_fkey" TO "packet_test_supersedes_packet_test_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test" RENAME CONSTRAINT "packet_test_by_fkey" TO "packet_test_by_person_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test_withdrawn" RENAME CONSTRAINT "packet_test_withdrawn_test_id_fkey" TO "packet_test_withdrawn_test_id_packet_test_id_fk";
--> statement-breakpoint
ALTER TABLE "packet_test_withdrawn" RENAME CONSTRAINT "packet_test_withdrawn_by_fkey" TO "packet_test_withdrawn_by_person_id_fk";
