/** The tables of the database; written from the database by `npm run tables`, and held to it by a test. */
export interface Tables {
  alignment_spec: {
    caster_goal: number | null;
    caster_why: string;
    platform: string;
    source: string;
    spec: unknown;
    updated_at: Date;
  };
  anatomy_own: {
    anatomy_id: string;
    content: string;
    note: string;
    person_id: string;
    platform: string;
    saved_at: Date;
    version: number;
  };
  booking_now: {
    booking_id: string;
    kept: number;
    minutes: number;
    order_id: string;
    own: number;
    rack: string;
    starts_at: Date;
    vehicle_id: string;
  };
  car_measure: {
    at: Date;
    entry_id: string;
    known: string;
    measure: string;
    order_id: string;
    value: number;
    vehicle_id: string;
  };
  car_place: {
    definition: unknown;
    order_id: string;
    order_number: number;
    place: string;
    state: string;
    vehicle_id: string;
    what: 'fastener' | 'item';
  };
  chain_head: {
    chain: string;
    changed_at: Date;
    count: number;
    hash: string;
    moved_at: Date;
  };
  clock_now: {
    clock_id: string;
    from_at: Date;
    order_id: string;
    person_id: string;
    reason: string | null;
    step_id: string | null;
    to_at: Date | null;
  };
  command_done: {
    answer: string;
    content_hash: string;
    done_at: Date;
    id: string;
    name: string;
    seal: string | null;
  };
  customer: {
    created_at: Date;
    id: string;
  };
  customer_contact: {
    customer_id: string;
    email: string;
    name: string;
    no_reminders: number;
    phone: string;
    salt: string | null;
  };
  customer_link: {
    created_at: Date;
    id: string;
    order_id: string;
    renewed_at: Date;
    revoked_at: Date | null;
    token_hash: string;
  };
  customer_link_view: {
    at: Date;
    id: number;
    link_id: string;
    what: string;
  };
  date_wish_now: {
    answer: string | null;
    at: Date;
    day: Date | null;
    order_id: string;
    wish_id: string;
    words: string;
  };
  device: {
    first_seen: Date;
    id: string;
    name: string;
    password_at: Date | null;
    secret_hash: string | null;
  };
  device_key: {
    counts_up_to: number | null;
    created_at: Date;
    device_id: string;
    person_id: string;
    public_key: string;
  };
  document: {
    created_at: Date;
    hash: string;
    kind: 'run' | 'packet' | 'pdf' | 'procedure';
  };
  entry: {
    at: Date;
    canonical: string;
    chain: string;
    corrects: string | null;
    device_id: string;
    hash: string;
    id: string;
    kind: string;
    person_id: string;
    previous_hash: string;
    received_at: Date;
    seq: number;
  };
  finished_lift: {
    claimed: number | null;
    end_of_car: 'front' | 'rear';
    kit: string | null;
    measured: number;
    order_id: string;
    platform: string;
    predicted: number;
  };
  finished_work: {
    actual_minutes: number;
    book_minutes: number;
    closed_at: Date;
    first_time: number;
    order_id: string;
    platform: string;
    procedures: string;
    rusty: number;
  };
  fold_edition: {
    edition: number;
    id: number;
  };
  follow_up: {
    because: 'handoff' | 'moved' | 'value';
    closed_by: string | null;
    closed_how: string | null;
    closed_order: string | null;
    days: number | null;
    distance: number | null;
    done_on: Date;
    due_odometer: number | null;
    due_on: Date | null;
    earliest_on: Date | null;
    id: string;
    kind: 'wheel' | 'chassis' | 'heights' | 'alignment' | 'check-in';
    latest_on: Date | null;
    odometer: number | null;
    order_id: string;
    pace_assumed: number;
    pace_per_day: number | null;
    places: unknown;
    stated_pace: number | null;
    tire_factor: number;
    unit: 'km' | 'mi';
    vehicle_id: string;
  };
  kept_file: {
    bytes: Buffer;
    hash: string;
  };
  kept_value: {
    angle_deg: number | null;
    fastener: string;
    kept_at: Date;
    kit: string;
    made_up: number;
    nm: number;
    order_number: number | null;
    person_id: string | null;
    place: string;
    platform: string;
    procedure_id: string;
    source: string;
  };
  kit: {
    active: number;
    claimed_front: number | null;
    claimed_rear: number | null;
    fits: unknown;
    id: string;
    name: string;
    note: string;
    recheck_km: number | null;
  };
  kit_build: {
    facts: unknown;
    id: string;
    kit_id: string;
    name: string;
    part_lines: unknown;
    position: number;
  };
  kit_fact: {
    at: Date;
    detail: unknown;
    fact_id: string;
    kit: string;
    order_id: string;
    platform: string;
    what: 'moved' | 'foul' | 'check-in' | 'slope';
    words: string;
  };
  lesson_now: {
    about: string;
    at: Date;
    kit: string | null;
    lesson_id: string;
    order_id: string;
    person_id: string;
    procedure_id: string | null;
    standing: 'proven here' | 'hearsay';
    step_id: string | null;
    words: string;
  };
  lesson_settled: {
    at: Date;
    how: 'taken in' | 'left';
    lesson_id: string;
    person_id: string;
    words: string;
  };
  lowering_now: {
    device_id: string;
    order_id: string;
    person_id: string;
    since: Date;
  };
  message: {
    channel: 'text' | 'mail';
    created_at: Date;
    customer_id: string;
    id: string;
    not_before: Date;
    once_key: string;
    order_id: string;
    sent_at: Date | null;
    stage: 'soon' | 'due' | 'overdue' | 'link' | 'corrected' | 'promise';
    state: 'queued' | 'sent' | 'failed' | 'dropped' | 'by hand' | 'handed on';
    tries: number;
    why: string;
    words: string;
  };
  message_template: {
    channel: 'text' | 'mail';
    stage: 'soon' | 'due' | 'overdue' | 'link' | 'corrected' | 'promise';
    words: string;
  };
  odometer_now: {
    at: Date;
    entry_id: string;
    order_id: string;
    source: 'arrival' | 'road' | 'report';
    unit: 'km' | 'mi';
    value: number;
    vehicle_id: string;
  };
  order_now: {
    closed: number;
    last_at: Date;
    mark: string | null;
    next_page: string;
    next_role: string;
    next_text: string;
    order_id: string;
    order_number: number;
    place: string | null;
    promised_for: Date | null;
    tape: unknown;
    waiting: number;
  };
  outbox_taken: {
    at: Date;
    command_id: string;
    device_id: string;
    device_seq: number;
    how: 'recorded' | 'task' | 'forged';
    name: string;
    person_id: string;
    taken_at: Date;
  };
  part: {
    active: number;
    claimed: number | null;
    code: string;
    cost_cents: number;
    end_of_car: 'front' | 'rear' | 'both';
    excludes: unknown;
    id: string;
    kind: string;
    kit_id: string | null;
    minutes: number;
    name: string;
    rated_least: number | null;
    rated_most: number | null;
    requires: unknown;
    settings: unknown;
  };
  person: {
    active: number;
    id: string;
    length_unit: 'in' | 'mm';
    name: string;
    password_hash: string | null;
    pin_hash: string | null;
    roles: unknown;
    skills: unknown;
    torque_unit: 'lbft' | 'nm';
  };
  person_skill: {
    lead_id: string;
    person_id: string;
    signed_at: Date;
    skill: string;
    until_day: Date | null;
  };
  photo: {
    created_at: Date;
    height: number;
    id: string;
    in_record: number;
    sha256: string;
    thumbnail_sha256: string;
    upload_hash: string;
    width: number;
  };
  plate_gram: {
    gram: string;
    vehicle_id: string;
  };
  practice_answer: {
    about: string;
    answered_at: Date;
    correct: number;
    id: number;
    person_id: string;
    seed: number;
    typed: string;
  };
  practice_scenario: {
    content: string;
    id: string;
    kept_at: Date;
    person_id: string;
  };
  practice_try: {
    acts: string;
    begun: string;
    ended_at: Date | null;
    faults: number;
    found: number;
    id: string;
    mode: 'refuses' | 'lets-happen';
    person_id: string;
    points: number | null;
    scenario_id: string;
    started_at: Date;
    title: string;
  };
  procedure_version: {
    content: string;
    created_at: Date;
    hash: string;
    id: string;
    note: string;
    person_id: string;
    procedure_id: string;
    title: string;
    version: number;
  };
  rack_sheet: {
    came_at: Date;
    error: string;
    file_hash: string;
    file_name: string;
    id: string;
    order_number: number | null;
    plate: string;
    sheet: unknown;
    state: 'waiting' | 'used' | 'refused' | 'dropped';
  };
  rate_count: {
    count: number;
    span: number;
    who: string;
  };
  reminder: {
    at: Date;
    follow_up_id: string;
    message_id: string | null;
    stage: 'soon' | 'due' | 'overdue';
  };
  search_doc: {
    at: Date;
    order_id: string;
    what: 'car' | 'parts' | 'fasteners' | 'notes' | 'photos';
    words: string;
  };
  session: {
    created_at: Date;
    device_id: string;
    ended_at: Date | null;
    id_hash: string;
    last_seen: Date;
    person_id: string;
  };
  setup_code: {
    code_hash: string;
    id: number;
  };
  shop: {
    address: string;
    alignment_recheck_days: number;
    calendar_hash: string | null;
    cents_per_hour: number;
    chassis_recheck_days: number;
    chassis_recheck_km: number;
    check_in_days: number;
    coil_step_turns: number;
    currency: string;
    demo: number;
    distance_unit: 'km' | 'mi';
    hard_use_percent: number;
    heights_recheck_days: number;
    heights_recheck_km: number;
    id: number;
    name: string;
    opened_at: Date;
    open_days: string;
    open_from: number;
    open_to: number;
    paper: 'a4' | 'letter';
    phone: string;
    quiet_from: number;
    quiet_to: number;
    quote_days: number;
    rack_days: string;
    rest_from: number;
    rest_minutes: number;
    tax_how: 'none' | 'added' | 'included';
    tax_label: string;
    tax_percent: number;
    time_zone: string;
    unaligned_km: number;
    wheel_recheck_km: number;
  };
  shop_place: {
    active: number;
    held_by: string | null;
    id: string;
    kind: 'lift' | 'floor' | 'rack';
    name: string;
    position: number;
  };
  shop_tool: {
    active: number;
    drive: string | null;
    id: string;
    kind: string;
    size: string | null;
  };
  signature: {
    created_at: Date;
    hash: string;
    order_id: string;
    picture: Buffer;
    signer_name: string;
  };
  sign_in_try: {
    last_at: Date;
    who: string;
    wrong: number;
  };
  skill_worked: {
    alone: number;
    beside: number;
    last_at: Date;
    order_id: string;
    person_id: string;
    skill: string;
  };
  stand_in: {
    chosen: number;
    id: string;
    working: number;
  };
  step_time: {
    actual_minutes: number;
    book_minutes: number;
    done_at: Date;
    order_id: string;
    step_id: string;
    words: string;
  };
  task_now: {
    about: string;
    at: Date;
    done: number;
    order_id: string;
    task_id: string;
    words: string;
  };
  vehicle: {
    body: 'pick-up' | 'wagon' | 'van' | 'cart';
    created_at: Date;
    customer_id: string;
    distance_unit: 'km' | 'mi';
    drive: 'two-wheel' | 'four-wheel';
    facts: unknown;
    front_suspension: string;
    id: string;
    label: string;
    later: string;
    merged_into: string | null;
    plate: string;
    plate_reversed: string;
    platform: string;
    rear_suspension: string;
    seen_at: Date;
    vin: string;
    wheelbase_mm: number;
  };
  wait_past: {
    ended: Date;
    order_id: string;
    ref: string;
    said_for: Date | null;
    since: Date;
    what: 'part' | 'answer';
  };
  watch_now: {
    answer: string;
    answered_order: string | null;
    by_day: Date | null;
    by_distance: number | null;
    order_id: string;
    photo_id: string | null;
    settled: number;
    unit: 'km' | 'mi' | null;
    vehicle_id: string;
    watch_id: string;
    words: string;
  };
  week_away: {
    day: Date;
    person_id: string;
  };
  week_need: {
    need: unknown;
    order_id: string;
  };
  week_pin: {
    job_id: string;
    person_id: string | null;
    phase_id: string;
    place_id: string | null;
    starts_at: Date | null;
  };
  week_rush: {
    closed: number;
    id: string;
    label: string;
    minutes: number;
    needs_lift: number;
    promised_for: Date;
  };
  week_slot: {
    ends_at: Date;
    helper_id: string | null;
    job_id: string;
    person_id: string | null;
    phase_id: string;
    place_id: string | null;
    starts_at: Date;
  };
  week_wait: {
    job_id: string;
    sure: 'sure' | 'likely' | 'a guess';
    until_day: Date;
    words: string;
  };
  wheels_on: {
    at: Date;
    dial_factor: number;
    entry_id: string;
    odometer: number | null;
    order_id: string;
    order_number: number;
    set_id: string;
    unit: 'km' | 'mi' | null;
    vehicle_id: string;
  };
  wheel_set: {
    dial_factor: number;
    dial_from: 'driven' | 'tire size' | 'as made';
    gone: number;
    id: string;
    kept_at: Date;
    name: string;
    nm: number | null;
    offset_mm: number | null;
    rim_width_in: number | null;
    source: string;
    tires: string;
    vehicle_id: string;
  };
  work_order: {
    comes_back_from: string | null;
    created_at: Date;
    id: string;
    kind: string;
    number: number;
    taken_in: Date | null;
    taken_in_entries: number | null;
    vehicle_id: string;
  };
  wrench: {
    active: number;
    calibration_due: Date;
    high_nm: number;
    id: string;
    low_nm: number;
    name: string;
    out_reason: string | null;
  };
  wrench_link: {
    bound_at: Date;
    device_id: string;
    fastener_id: string | null;
    order_id: string | null;
    wrench_id: string;
  };
  wrench_reading: {
    angle_deg: number | null;
    at: Date;
    device_id: string;
    id: string;
    nm: number;
    state: 'tray' | 'used' | 'dropped';
    why: string;
    wrench_id: string;
  };
}

/** Columns of a table as a statement reads them; of a JSON column the statement says what it holds. */
export type Row<T extends keyof Tables, K extends keyof Tables[T]> = Pick<Tables[T], K>;

/** The type of one column, where a statement gives it another name. */
export type Cell<T extends keyof Tables, K extends keyof Tables[T]> = Tables[T][K];
