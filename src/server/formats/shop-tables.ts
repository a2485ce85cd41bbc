/** The tables a whole shop travels in, in the order they are written, each with its key and its columns. Sessions,
 * devices, passwords, customers' page addresses and what is derived stay behind. */
export const SHOP_TABLES = [
  {
    name: 'shop',
    key: 'id',
    columns:
      'id name time_zone currency distance_unit wheel_recheck_km chassis_recheck_km chassis_recheck_days opened_at cents_per_hour coil_step_turns heights_recheck_km heights_recheck_days alignment_recheck_days check_in_days unaligned_km hard_use_percent quiet_from quiet_to open_from open_to rest_from rest_minutes open_days rack_days demo address phone paper tax_how tax_percent tax_label quote_days',
    // Exports of before lack these; the shop is no demo, and counts as a shop begins to.
    since: 'demo address phone paper tax_how tax_percent tax_label quote_days',
    begins: {
      demo: 0,
      address: '',
      phone: '',
      paper: 'letter',
      tax_how: 'none',
      tax_percent: 0,
      tax_label: '',
      quote_days: 30,
    },
  },
  { name: 'person', key: 'id', columns: 'id name roles length_unit torque_unit skills' },
  {
    name: 'person_skill',
    key: 'person_id, skill',
    columns: 'person_id skill lead_id signed_at until_day',
    // Exports of before have no such table.
    optional: true,
  },
  { name: 'customer', key: 'id', columns: 'id created_at' },
  {
    name: 'customer_contact',
    key: 'customer_id',
    columns: 'customer_id name phone email no_reminders salt',
    // Exports of before have no such column.
    since: 'salt',
  },
  {
    name: 'vehicle',
    key: 'id',
    columns:
      'id customer_id label body plate plate_reversed vin drive front_suspension rear_suspension wheelbase_mm distance_unit platform facts later created_at seen_at merged_into',
    // Exports of before have no such column.
    since: 'merged_into',
  },
  {
    name: 'wheel_set',
    key: 'id',
    columns: 'id vehicle_id name tires rim_width_in offset_mm nm source dial_factor dial_from gone kept_at',
    // Exports of before have no such table.
    optional: true,
  },
  { name: 'shop_place', key: 'id', columns: 'id name position kind active' },
  { name: 'wrench', key: 'id', columns: 'id name low_nm high_nm calibration_due active out_reason' },
  { name: 'shop_tool', key: 'id', columns: 'id kind size drive active' },
  {
    name: 'kit',
    key: 'id',
    columns: 'id name note fits claimed_front claimed_rear active recheck_km',
  },
  { name: 'kit_build', key: 'id', columns: 'id kit_id name position facts part_lines' },
  {
    name: 'part',
    key: 'id',
    columns:
      'id code name kind end_of_car settings cost_cents minutes claimed rated_least rated_most requires excludes kit_id active',
  },
  {
    name: 'procedure_version',
    key: 'id',
    columns: 'id procedure_id version title hash content note person_id created_at',
  },
  {
    name: 'anatomy_own',
    key: 'anatomy_id, platform',
    columns: 'anatomy_id platform version content note person_id saved_at',
    // Exports of before have no such table.
    optional: true,
  },
  { name: 'lesson_settled', key: 'lesson_id', columns: 'lesson_id how words person_id at' },
  {
    name: 'alignment_spec',
    key: 'platform',
    columns: 'platform source spec caster_goal caster_why updated_at',
  },
  {
    name: 'kept_value',
    key: 'procedure_id, platform, kit, place',
    columns:
      'procedure_id platform kit place fastener nm angle_deg source made_up order_number person_id kept_at',
    // Exports of before have no such table.
    optional: true,
  },
  {
    name: 'week_slot',
    key: 'job_id, phase_id',
    columns: 'job_id phase_id person_id helper_id place_id starts_at ends_at',
    since: 'helper_id',
  },
  { name: 'week_pin', key: 'job_id, phase_id', columns: 'job_id phase_id person_id place_id starts_at' },
  { name: 'week_wait', key: 'job_id', columns: 'job_id until_day words sure', since: 'sure' },
  { name: 'week_away', key: 'person_id, day', columns: 'person_id day' },
  { name: 'week_rush', key: 'id', columns: 'id label minutes needs_lift promised_for closed' },
  { name: 'message_template', key: 'stage, channel', columns: 'stage channel words' },
  { name: 'reminder', key: 'follow_up_id, stage', columns: 'follow_up_id stage at' },
  {
    name: 'work_order',
    key: 'id',
    columns: 'id number vehicle_id kind comes_back_from created_at taken_in taken_in_entries',
    since: 'taken_in taken_in_entries',
  },
  {
    name: 'entry',
    key: 'chain, seq',
    columns: 'id chain seq kind at received_at person_id device_id corrects canonical previous_hash hash',
  },
  { name: 'chain_head', key: 'chain', columns: 'chain count hash moved_at' },
] as const;

/** Rows whose bytes lie beside the tables, a file each: `bytes` is where their hash stands, of a signature the picture itself. */
export const SHOP_BYTES = [
  { name: 'document', key: 'hash', columns: 'hash kind created_at', bytes: 'hash', folder: 'documents' },
  {
    name: 'photo',
    key: 'id',
    columns: 'id upload_hash sha256 width height created_at',
    bytes: 'sha256',
    folder: 'photos',
  },
  {
    name: 'signature',
    key: 'hash',
    columns: 'hash order_id signer_name created_at',
    bytes: 'picture',
    folder: 'signatures',
  },
] as const;

export const columnsOf = (table: { columns: string }) => table.columns.split(' ');
export const fileOf = (folder: string, key: string) =>
  `${folder}/${key}.${folder === 'photos' ? 'jpg' : folder === 'signatures' ? 'png' : 'bin'}`;

/** The file of a table, or of a part of it where it is too large for one. */
export const partOf = (table: string, part: number) =>
  part === 1 ? `tables/${table}.jsonl` : `tables/${table}.${part}.jsonl`;
